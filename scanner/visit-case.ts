import {
  ADVERSITIES,
  type Adversity,
  type Carried,
  type CheckedCase,
  type CheckedItem,
  carriedBy,
  choiceWord,
  type Exposed,
  judgeTold,
  judgeVisit,
  permissionAt,
  permissionsOf,
  recordProblems,
  type ServedOnce,
  shownBy,
  signalsOf,
  type VisitorCase,
} from '@douane/core/check';
import type { Classifier } from '@douane/core/classify';
import type { RecordBody } from '@douane/core/consent';
import { indexPlan } from '@douane/core/hold';
import { hostsOfListener, listenersOf } from '@douane/core/listeners';
import { identifiersIn, itemKey, type Observation } from '@douane/core/observe';
import type { Release } from '@douane/core/release';
import { gateBase } from '@douane/core/setup/gate-base';
import type { Browser } from 'playwright-core';
import { makeAdverse } from './adversity';
import { asVisitor } from './as-visitor';
import { Steps } from './case-steps';
import { byKeyboard, byPointer, keptRecord } from './consent-acts';
import { type GateOnTrial, serveDraft } from './draft-gate';
import { exposedIn, type ServedPage } from './exposed';
import { type Resolve, type SentOut, startProxy } from './guard';
import type { HarEntry } from './har';
import { heardIn } from './heard';
import { isHeldAtOwn } from './of-site';
import { partsOf } from './page-parts';
import { pause, Visitor } from './visitor';
import type { Frame, Moment } from './watch/film';
import type { KeptName } from './watch/kept';

/** What the browser says it sent comes to the proxy by another way. */
const NETWORK_MS = 80;

/** Pictures that are kept of one visit. */
const MOST_PICTURES = 6;

/** Looks records up by their ids, as they stand in the ledger. */
export type LookUpRecords = (ids: readonly string[]) => Promise<RecordBody[]>;

export interface CaseSurroundings {
  release: Release;
  classify: Classifier;
  pages: string[];
  allowPrivate: boolean;
  resolve: readonly Resolve[];
  ledger?: LookUpRecords;
  /** The gate of `release`, which is not published; absent: the site gets what is in force. */
  draft?: GateOnTrial;
  /** Keep what the screen shows, for what slips. */
  filmed?: boolean;
  signal?: AbortSignal;
  onHar?: (visitorCase: VisitorCase, entries: HarEntry[]) => void;
}

export interface CaseVisit {
  checked: CheckedCase;
  /** Number of the release that the site was found to carry; `null`: no gate of ours was there. */
  version: number | null;
  exposed: Exposed[];
  /** What the markup of its pages asked for, to be held against other visits. */
  served: ServedOnce[];
  /** What requests carried; to be held against the identifiers of the other visits. */
  carried: Carried[];
  /** What the screen showed when something slipped; only where it is filmed. */
  frames: Frame[];
  /** Values of this visit that look like identifiers; in memory only. */
  identifiers: string[];
}

/**
 * One visit as one visitor case, in an isolated context: pages in order, steps by real clicks from the first of them on.
 * All that leaves the browser goes through a proxy of this visit's own, whose account is held against the browser's.
 */
export async function visitCase(
  browser: Browser,
  visitorCase: VisitorCase,
  surroundings: CaseSurroundings,
): Promise<CaseVisit> {
  const { release, classify, allowPrivate, resolve, draft, signal, onHar } = surroundings;
  const { setup } = release;
  const base = gateBase(setup);
  const plan = indexPlan(release.plan);
  const signals = signalsOf(visitorCase);
  const has = (what: VisitorCase['signals'][number]) => visitorCase.signals.includes(what);
  const adversity = visitorCase.signals.find((one): one is Adversity => ADVERSITIES.includes(one as Adversity));
  const problems: string[] = [];
  /** What keeps this visit from being a proof. */
  const failed: string[] = [];
  const sent: SentOut[] = [];
  const served: ServedPage[] = [];
  const proxy = await startProxy({ allowPrivate, resolve, onSent: (one) => void sent.push(one) });
  const visitor = await Visitor.open(browser, {
    ownDomains: setup.site.ownDomains,
    gate: setup.recorder,
    proxy: proxy.url,
    countsOwn: isHeldAtOwn(plan),
    initScript: asVisitor({ place: visitorCase.place, ...signals, test: true }),
    ...(signals.gpc && { headers: { 'Sec-GPC': '1' } }),
    ...(has('phone') && { device: 'phone' }),
    ...(has('no-script') && { scripts: false }),
    language: visitorCase.signals.find((one) => one.startsWith('language:'))?.slice('language:'.length),
  });
  const ledger = draft ? await serveDraft(visitor.context, base, release, draft) : surroundings.ledger;
  const film = surroundings.filmed ? await visitor.watch.film() : null;
  const goto = async (page: string) => {
    const arrival = await visitor.goto(page, signal);
    // Without its first page there was no visit; of any other it is told.
    if (arrival.outcome !== 'ok') (served.length === 0 ? failed : problems).push(`${page}: ${arrival.why}`);
    const answer = await visitor.served();
    if (answer && asksToSignIn(page, answer))
      (served.length === 0 ? failed : problems).push(`${page} leads to ${answer.url}, which asks for a password.`);
    if (answer) served.push(answer);
  };
  try {
    const [first = setup.site.address, ...others] = surroundings.pages;
    if (adversity) await makeAdverse(visitor, adversity, base, first);
    await goto(first);
    if (adversity === 'two-tabs') await visitor.openTab(others[0] ?? first);
    const version = has('no-script') ? null : await visitor.gateVersion();
    const hand = has('keyboard') ? byKeyboard(visitor.page) : byPointer;
    const steps = new Steps(visitor, `${base}/records`, others, goto, hand);
    if (version !== null) await steps.take(visitorCase.steps, first, signal);
    else if (!has('no-script')) failed.push('The gate was not found on the first page.');
    for (const page of others) {
      if (signal?.aborted) break;
      await goto(page);
    }
    if (adversity === 'back') await visitor.goBack(signal);
    const listeners = listenersOf(setup);
    const heard = version === null || listeners.length === 0 ? null : await heardIn(visitor.page, listeners);
    const record = await keptRecord(visitor.context);
    failed.push(...unfit({ version, release: ledger && release, setBy: visitor.clock.setBy() }));
    const kept = await visitor.kept();
    const keptAtMs = visitor.clock.fromWall(Date.now());
    await visitor.leave();
    await pause(NETWORK_MS);
    const differences = visitor.watch.compareWith(sent, `${base}/`);
    onHar?.(visitorCase, visitor.har(visitorCase.id));

    const taken = steps.result(visitorCase.steps);
    const observations = withKept(visitor.observations(), kept, {
      atMs: keptAtMs,
      page: visitor.watch.requests.currentPage,
    });
    const seen = { visitorCase, observations, recorded: taken.standing, kept, shownOnce: taken.shownOnce };
    const { items, regimes, asks, granted } = judgeVisit(seen, release, classify);
    const permissions = permissionsOf(seen, release);
    const stored = visitor.watch.storedValues();
    const carried = carriedBy(visitor.watch.sentTexts(), stored, {
      ...{ plan, unruled: release.plan.unruled, permissions, classify },
      listeners: listeners.map((one) => ({ ...one, hosts: hostsOfListener(one.id) })),
    });
    const by = { plan, base, by: setup.holding.by ?? 'policy' };
    const exposed = served.flatMap((page) =>
      exposedIn(page, { ...by, granted: permissionAt(permissions, page.atMs).decision.granted }),
    );
    const slips = items.filter(({ verdict }) => verdict === 'slipped');
    for (const item of slips) {
      const shown = shownBy(item, exposed);
      if (shown) item.shown = shown;
    }
    const written = new Map((await ledger?.(taken.recorded.map(({ id }) => id)))?.map((one) => [one.id, one]));
    if (ledger)
      for (const made of taken.recorded) {
        const before = permissionAt(permissions, made.clickedAtMs).decision.granted;
        failed.push(...recordProblems(written.get(made.id), { ...made, visitorCase, before }, release));
      }
    const recorded = taken.recorded.map(({ id, step, clickedAtMs, atMs }) => {
      const at = written.get(id)?.at;
      return { id, step, clickedAtMs, atMs, ...(at && { committedAtMs: visitor.clock.fromWall(Date.parse(at)) }) };
    });
    const notChecked = [...failed, ...taken.problems];
    const robotAsked = visitor.watch
      .hostsThatAskForProgram()
      .map((host) => `${host} asks whether a program drives the browser, and may do otherwise then.`);
    const checked: CheckedCase = {
      id: visitorCase.id,
      place: visitorCase.place,
      signals: visitorCase.signals,
      choice: choiceWord(visitorCase.steps),
      regimes,
      asks,
      recordedAtMs: recorded[0]?.atMs ?? null,
      recorded,
      ...(record !== undefined && { record: { id: record } }),
      items,
      ...(heard && { told: judgeTold(listeners, granted, heard) }),
      problems: [...notChecked, ...problems, ...differences, ...robotAsked, ...visitor.problems],
      ...(notChecked.length > 0 && { notChecked }),
    };
    const identifiers = [...new Set([...identifiersIn(stored).keys(), ...carried.map((one) => one.identifier)])];
    const moments = [...slips.flatMap(momentOf), ...carried].sort((a, b) => a.atMs - b.atMs);
    const frames = film?.showing(moments, MOST_PICTURES) ?? [];
    // What a server can know of its visitor, and when in the visit it was asked.
    const known = [...visitorCase.signals].sort().join();
    const alike = served.map(({ url, at, atMs, html }, i): ServedOnce => {
      const granted = JSON.stringify(permissionAt(permissions, atMs).decision.granted);
      return { url, at, like: `${i} ${url} ${known} ${granted}`, parts: partsOf(html, url) };
    });
    return { checked, version, exposed, served: alike, carried, identifiers, frames };
  } finally {
    await visitor.close();
    await proxy.close();
  }
}

/** Whether who asked for a page was led to another that has somebody sign in: what is behind it was not seen. */
function asksToSignIn(page: string, { url, html }: ServedPage): boolean {
  const place = (address: string) => new URL(address).origin + new URL(address).pathname;
  return place(page) !== place(url) && /<input[^>]+type\s*=\s*["']?password/i.test(html);
}

/** When and where an item first acted; nothing where it did not. */
export const momentOf = ({ firstAtMs: atMs, page }: CheckedItem): Moment[] =>
  atMs === undefined || page === undefined ? [] : [{ atMs, page }];

/** The clock of a machine that is kept right by small steps is set by less than this, in ms. */
const CLOCK_STEP_MS = 500;

/**
 * What makes a visit no proof, whatever was seen in it. `release`: the one in force, where that is known; without a ledger
 * nobody knows its number.
 */
function unfit(of: { version: number | null; release?: Release; setBy: number }): string[] {
  const { version, release, setBy } = of;
  const wrong: string[] = [];
  if (Math.abs(setBy) > CLOCK_STEP_MS)
    wrong.push(`The clock of the machine that checks was set by ${(setBy / 1000).toFixed(1)} s during this visit.`);
  if (release && version !== null && version !== release.number)
    wrong.push(`The site carries release v${version}, and v${release.number} is in force.`);
  return wrong;
}

/** What is kept and was not seen to be stored was stored by then, at the latest. */
function withKept(
  observations: Observation[],
  kept: readonly KeptName[],
  { atMs, page }: { atMs: number; page: string },
): Observation[] {
  const seen = new Set(observations.map(itemKey));
  const more = kept.filter((one) => !seen.has(itemKey(one)));
  return [...observations, ...more.map((one): Observation => ({ ...one, page, party: 'first', atMs, chain: [] }))];
}
