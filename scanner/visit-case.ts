import {
  type CheckedCase,
  choiceWord,
  type Exposure,
  judgeTold,
  judgeVisit,
  permissionAt,
  permissionsOf,
  type RecordedStep,
  signalsOf,
  type VisitorCase,
} from '@douane/core/check';
import type { Classifier } from '@douane/core/classify';
import { indexPlan, purposeOf } from '@douane/core/hold';
import { listenersOf } from '@douane/core/listeners';
import type { Signals } from '@douane/core/regimes';
import type { Release } from '@douane/core/release';
import { gateBase } from '@douane/core/setup/gate-base';
import type { Browser } from 'playwright-core';
import { keptRecord, takeStep } from './consent-acts';
import { exposedIn } from './exposed';
import { type Resolve, type SentOut, startProxy } from './guard';
import type { HarEntry } from './har';
import { heardIn } from './heard';
import { pause, Visitor } from './visitor';
import type { SeenRequest } from './watch/requests';

const RECORD_WAIT_MS = 12_000;

export interface CaseSurroundings {
  release: Release;
  classify: Classifier;
  pages: string[];
  allowPrivate: boolean;
  resolve: readonly Resolve[];
  signal?: AbortSignal;
  onHar?: (visitorCase: VisitorCase, entries: HarEntry[]) => void;
}

export interface CaseVisit {
  checked: CheckedCase;
  /** Number of the release that the site was found to carry; `null`: no gate of ours was there. */
  version: number | null;
  exposed: Omit<Exposure, 'cases'>[];
}

/**
 * One visit as one visitor case, in an isolated context: pages in order, steps by real clicks on the first of them.
 */
export async function visitCase(
  browser: Browser,
  visitorCase: VisitorCase,
  surroundings: CaseSurroundings,
): Promise<CaseVisit> {
  const { release, classify, pages, allowPrivate, resolve, signal, onHar } = surroundings;
  const { setup } = release;
  const sent: SentOut[] = [];
  const proxy = await startProxy({ allowPrivate, resolve, onSent: (one) => void sent.push(one) });
  const plan = indexPlan(release.plan);
  const signals = signalsOf(visitorCase);
  const problems: string[] = [];
  const visitor = await Visitor.open(browser, {
    ownDomains: setup.site.ownDomains,
    gate: setup.recorder,
    proxy: proxy.url,
    // A path or a name of the site's own may be somebody else's, and held.
    countsOwn: (url) => typeof purposeOf(plan, url) === 'string',
    initScript: asVisitor({ place: visitorCase.place, ...signals, test: true }),
    ...(signals.gpc && { headers: { 'Sec-GPC': '1' } }),
  });
  try {
    const [first, ...others] = pages;
    const arrival = await visitor.goto(first!, signal);
    const served = [await visitor.served()];
    if (arrival.outcome !== 'ok') problems.push(`${first}: ${arrival.why}`);
    // Read in the page's own world, where the gate lives, and so believed only as far as it is a number.
    const told: unknown = await visitor.page.evaluate(() => window.douane?.version).catch(() => null); // page failed; told above
    const version = typeof told === 'number' && Number.isInteger(told) ? told : null;
    if (version === null) problems.push('The gate was not found on the first page.');
    else problems.push(...(await takeSteps(visitor, visitorCase, setup.recorder, signal)));
    for (const page of others) {
      if (signal?.aborted) break;
      const result = await visitor.goto(page, signal);
      served.push(await visitor.served());
      if (result.outcome !== 'ok') problems.push(`${page}: ${result.why}`);
    }
    const listeners = listenersOf(setup);
    const heard = version === null || listeners.length === 0 ? null : await heardIn(visitor.page, listeners);
    const record = await keptRecord(visitor.context);
    await visitor.leave();
    problems.push(...visitor.watch.compareWith(sent, `${gateBase(setup)}/`));
    onHar?.(visitorCase, visitor.har(visitorCase.id));

    const records = recordsOf(visitor, setup.recorder).map(({ request, ...rest }) => ({
      ...rest,
      clickedAtMs: visitor.clock.fromMonotonic(request.sentAt),
      atMs: visitor.clock.fromMonotonic(request.answeredAt ?? request.sentAt),
    }));
    const seen = { visitorCase, observations: visitor.observations(), recorded: records };
    const { items, regimes, asks, granted } = judgeVisit(seen, release, classify);
    const permissions = permissionsOf(seen, release);
    const by = { plan, base: gateBase(setup), by: setup.holding.by ?? 'policy' };
    const exposed = served.flatMap((page) =>
      page ? exposedIn(page, { ...by, granted: permissionAt(permissions, page.atMs).decision.granted }) : [],
    );
    const recorded = records.flatMap(({ clickedAtMs, atMs }, i): RecordedStep[] => {
      const step = visitorCase.steps[i];
      return step === undefined ? [] : [{ step, clickedAtMs, atMs }];
    });
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
      problems: [...problems, ...visitor.problems],
    };
    return { checked, version, exposed };
  } finally {
    await visitor.close();
    await proxy.close();
  }
}

/** Takes the steps of a case, each after the one before is on record; says what kept it from going on. */
async function takeSteps(
  visitor: Visitor,
  { steps }: VisitorCase,
  recorder: string,
  signal?: AbortSignal,
): Promise<string[]> {
  for (const [i, step] of steps.entries()) {
    try {
      await takeStep(visitor.page, step);
    } catch {
      return [`"${step}" could not be chosen: the banner or its button did not show.`];
    }
    if (!(await recordsMade(visitor, recorder, i + 1))) {
      return [`The recorder did not confirm "${step}" within ${RECORD_WAIT_MS / 1000} s.`];
    }
    await visitor.page.waitForLoadState('load').catch(() => {}); // a withdrawal loads the page anew
    await visitor.settle(signal);
  }
  return [];
}

/** Tells the gate which visitor this is, and gives the page the signal as a browser that sends it would. */
function asVisitor(visit: Signals & { place: string; test: boolean }): string {
  const signal = `Object.defineProperty(Navigator.prototype, 'globalPrivacyControl', { get: () => ${visit.gpc}, configurable: true });`;
  return `window.douaneVisit = ${JSON.stringify(visit)}; ${signal}`;
}

/** The choices that the recorder confirmed in this visit, in order. */
function recordsOf(
  visitor: Visitor,
  recorder: string,
): { request: SeenRequest; purposes: Record<string, boolean>; gpc: boolean }[] {
  const address = `${gateBase({ recorder })}/records`;
  return visitor.watch.requests.all.flatMap((request) => {
    if (request.url !== address || request.status !== 201 || !request.posted) return [];
    const { purposes, gpc } = JSON.parse(request.posted) as { purposes: Record<string, boolean>; gpc: boolean };
    return [{ request, purposes, gpc }];
  });
}

async function recordsMade(visitor: Visitor, recorder: string, count: number): Promise<boolean> {
  for (const end = Date.now() + RECORD_WAIT_MS; Date.now() < end; await pause(20)) {
    if (recordsOf(visitor, recorder).length >= count) return true;
  }
  return false;
}
