import type { Classifier } from '../classify/types';
import { indexPlan, mayRun, type PlanIndex, purposeOf, type Unruled } from '../hold/index';
import { itemKey } from '../observe/fold';
import type { Observation } from '../observe/types';
import { decide } from '../regimes/decide';
import { parsePlace } from '../regimes/place';
import type { Choice, Decision } from '../regimes/types';
import type { Release } from '../release/release';
import { choiceAfter, signalsOf } from './cases';
import { bySeverity } from './summary';
import type { CheckedItem, Firing, KnownItem, Phase, ShownOnce, SlipCause, VisitorCase } from './types';

/** What a visit brought to light, as plain data. */
export interface Visit {
  visitorCase: VisitorCase;
  observations: Observation[];
  /** From when on which choice stood, in order; empty where none was made. */
  recorded: ({ atMs: number; clickedAtMs?: number } & Choice)[];
  shownOnce?: readonly ShownOnce[];
  /** What the site's own origins keep in the end. */
  kept?: readonly KnownItem[];
}

export interface Judgement {
  items: CheckedItem[];
  regimes: string[];
  asks: boolean;
  /** What this visitor has granted in the end. */
  granted: Record<string, boolean>;
}

/** From `fromMs` on, until the next, this visitor may have run what `decision` grants. */
export interface Permission {
  fromMs: number;
  /** When the visitor clicked for it. */
  clickedAtMs?: number;
  decision: Decision;
}

/** The permissions of a visit in order, each from the moment at which the record that gives it was known. */
export function permissionsOf(
  { visitorCase, recorded }: Omit<Visit, 'observations'>,
  { rules }: Pick<Release, 'rules'>,
): Permission[] {
  const phases: Phase[] = [
    { fromMs: Number.NEGATIVE_INFINITY, choice: null },
    ...recorded.map(({ atMs, clickedAtMs, ...choice }) => ({ fromMs: atMs, clickedAtMs, choice })),
  ];
  const place = parsePlace(visitorCase.place);
  const signals = signalsOf(visitorCase);
  return phases.map(({ fromMs, clickedAtMs, choice }) => ({
    fromMs,
    ...(clickedAtMs !== undefined && { clickedAtMs }),
    decision: decide(place, signals, choice, rules),
  }));
}

/** What may run at a moment. */
export const permissionAt = (permissions: readonly Permission[], atMs: number): Permission =>
  permissions.findLast(({ fromMs }) => fromMs <= atMs)!;

/**
 * Verdicts on every item of a visit: those seen, and those the release knows that did not show. The visit is cut into
 * phases by its records; in each, the one decision function says what may run. A firing in a phase that does not
 * permit it has slipped, whatever came later.
 */
export function judgeVisit(visit: Visit, release: Release, classify: Classifier): Judgement {
  const { visitorCase, observations, kept = [], shownOnce = [] } = visit;
  const { rules, plan } = release;
  const place = parsePlace(visitorCase.place);
  const signals = signalsOf(visitorCase);
  const permissions = permissionsOf(visit, release);
  const index = indexPlan(plan);
  const subjects = subjectsOf(observations, release, index);
  const isKept = new Set(kept.map(itemKey));

  const meant = meantInTheEnd();
  const items = [...subjects.values()].map(({ item, party, firings, planned }) => {
    const ruling = classify({ ...item, party, ...(firings[0]?.url && { url: firings[0].url }) });
    const purpose = planned === undefined ? (ruling?.purpose ?? null) : planned;
    return judgeItem({
      item,
      purpose,
      service: purpose === null ? null : (ruling?.service ?? null),
      firings,
      permissions,
      meant,
      unruled: plan.unruled,
      kept: isKept.has(itemKey(item)),
      shownOnce,
      // What a script stores is brought in by that script itself.
      hostOf: (firing) => hostOf(firing, item.kind === 'request' ? firing.url : undefined, permissions, index),
    });
  });
  const last = permissions[permissions.length - 1]!;
  const { regimes, granted } = last.decision;
  return { items: items.sort(bySeverity), regimes, asks: permissions[0]!.decision.ask, granted };

  /** What this visit means to allow in the end, also where his choice could not be recorded. */
  function meantInTheEnd(): Record<string, boolean> {
    // Of a visitor whom somebody else drives only what he did is known.
    if (visitorCase.steps.length === 0) return permissions.at(-1)!.decision.granted;
    const choice = choiceAfter(visitorCase.steps, rules, signals.gpc, permissions[0]!.decision.granted);
    return choice ? decide(place, signals, choice, rules).granted : permissions[0]!.decision.granted;
  }
}

interface Subject {
  item: KnownItem;
  party: Observation['party'];
  firings: Firing[];
  /** What the plan says of a request, by which the gate goes; see `purposeOf`. Absent: no matter of the plan. */
  planned?: string | null;
}

/** Requests are judged by the plan alone, since it is all that the gate knows. */
function plannedFor({ kind, host, url }: Pick<Observation, 'kind' | 'host' | 'url'>, index: PlanIndex) {
  if (kind !== 'request') return undefined;
  const address = url && URL.canParse(url) ? new URL(url) : { hostname: host, pathname: '/' };
  return purposeOf(index, address);
}

function subjectsOf(observations: readonly Observation[], release: Release, index: PlanIndex): Map<string, Subject> {
  const subjects = new Map<string, Subject>();
  for (const o of observations) {
    const planned = plannedFor(o, index);
    // Paths of one host may serve several purposes; each is a subject of its own.
    const key = planned === undefined ? itemKey(o) : `${itemKey(o)}\n${planned}`;
    const subject: Subject = subjects.get(key) ?? {
      item: { kind: o.kind, name: o.name, host: o.host },
      party: o.party,
      firings: [],
      planned,
    };
    subject.firings.push({ atMs: o.atMs, page: o.page, url: o.url, chain: o.chain });
    subjects.set(key, subject);
  }
  const siteHost = new URL(release.setup.site.address).hostname;
  for (const known of unseen(release, siteHost, subjects)) subjects.set(known.key, { ...known, firings: [] });
  return subjects;
}

function judgeItem(about: {
  item: KnownItem;
  purpose: string | null;
  service: string | null;
  firings: Firing[];
  permissions: Permission[];
  meant: Record<string, boolean>;
  unruled: Unruled;
  kept: boolean;
  shownOnce: readonly ShownOnce[];
  hostOf(firing: Firing): CheckedItem['guestOf'];
}): CheckedItem {
  const { item, purpose, service, firings, permissions, meant, unruled, kept, shownOnce } = about;
  const permits = ({ granted }: Pick<Decision, 'granted'>) => mayRun(purpose, granted, unruled);
  const sorted = [...firings].sort((a, b) => a.atMs - b.atMs);
  const isAsked = (firing: Firing) => shownOnce.some((one) => isOf(firing, one));
  const expected = permits({ granted: meant }) || firings.some(isAsked) ? 'allow' : 'hold';
  const marks = sorted.map((firing) => ({
    atMs: firing.atMs,
    permitted: permits(permissionAt(permissions, firing.atMs).decision) || isAsked(firing),
  }));
  const slippedIndex = marks.findIndex((mark) => !mark.permitted);
  const shown = sorted[Math.max(slippedIndex, 0)];
  const base = { ...item, purpose, service, expected, firings: marks } as const;
  const evidence = shown && { firstAtMs: shown.atMs, page: shown.page, url: shown.url, chain: shown.chain };
  if (slippedIndex >= 0) {
    const guestOf = purpose === null ? about.hostOf(shown!) : undefined;
    const cause = causeOf(shown!, permissions, permits);
    return { ...base, verdict: 'slipped', ...evidence, cause, ...(guestOf && { guestOf }) };
  }
  if (kept && !permits(permissions.at(-1)!.decision)) {
    const last = sorted.at(-1);
    const where = last && { firstAtMs: last.atMs, page: last.page, url: last.url, chain: last.chain };
    return { ...base, verdict: 'slipped', ...where, cause: { code: 'kept' } };
  }
  if (expected === 'hold') return { ...base, verdict: 'held', ...evidence };
  return { ...base, verdict: shown ? 'cleared' : 'silent', ...evidence };
}

/** The last in the chain of a firing, but for itself, that is ruled and was permitted: it brought in who is not. */
function hostOf(
  { atMs, chain }: Firing,
  self: string | undefined,
  permissions: readonly Permission[],
  plan: PlanIndex,
): CheckedItem['guestOf'] {
  const { granted } = permissionAt(permissions, atMs).decision;
  for (const link of [...chain].reverse()) {
    if (link.url === self || !URL.canParse(link.url)) continue;
    const { hostname: host, pathname } = new URL(link.url);
    const purpose = purposeOf(plan, { hostname: host, pathname });
    if (purpose && granted[purpose] === true) return { host, purpose };
  }
  return undefined;
}

/** Whether something came in by what the visitor asked to see. */
const isOf = ({ atMs, page, chain }: Firing, { fromMs, untilMs = Number.POSITIVE_INFINITY, ...shown }: ShownOnce) =>
  atMs >= fromMs && atMs < untilMs && page === shown.page && chain.some(({ url }) => url === shown.url);

function causeOf(firing: Firing, permissions: Permission[], permits: (decision: Decision) => boolean): SlipCause {
  const index = permissions.findLastIndex(({ fromMs }) => fromMs <= firing.atMs);
  const next = permissions.slice(index + 1).find(({ decision }) => permits(decision));
  if (next) {
    const clicked = next.clickedAtMs !== undefined && firing.atMs >= next.clickedAtMs;
    return { code: 'early', ms: next.fromMs - firing.atMs, ...(clicked && { clicked }) };
  }
  if (index > 0) {
    const ended = permissions.slice(1, index).some(({ decision }) => permits(decision));
    return { code: 'not-permitted', ms: firing.atMs - permissions[index]!.fromMs, ...(ended && { ended }) };
  }
  return { code: permissions.length === 1 ? 'no-choice' : 'before-choice' };
}

/** What the release knows and the visit did not show: to be told as held or silent. Patterns name no single thing. */
function unseen({ setup, plan }: Release, siteHost: string, seen: ReadonlyMap<string, Subject>) {
  const seenHosts = new Set(
    [...seen.values()].filter(({ item }) => item.kind === 'request').map(({ item }) => item.host),
  );
  const requests = plan.rules.flatMap(({ match, purpose }) => {
    if ('kind' in match || seenHosts.has(match.host)) return [];
    const item = { kind: 'request' as const, name: 'other', host: match.host };
    return [{ key: `${itemKey(item)}\n${purpose}`, item, party: 'third' as const, planned: purpose }];
  });
  const stored = setup.services.flatMap(({ items }) =>
    items
      .filter((item) => !item.pattern)
      .map(({ kind, name, host }) => ({ kind, name, host: host ?? siteHost }))
      .map((item) => ({ key: itemKey(item), item, party: 'first' as const }))
      .filter(({ key }) => !seen.has(key)),
  );
  return [...requests, ...stored];
}
