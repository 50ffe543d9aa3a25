import { REGIMES, regimeById } from './catalogue';
import { compileRules, type SiteRegions } from './compile';
import { explain, ruleFor } from './decide';
import { keysOf, type RegimeOverride, type RuledPurpose } from './place-rule';
import { resolveRegime } from './resolve';
import { isStricter } from './strictness';
import type { Choice, Cited, Decision, Place, PlaceRule, Signals, TraceStep } from './types';
import { traceSentence } from './words';

/** One kind of visitor, on a day (ISO date). */
export interface TriedVisitor {
  place: Place | null;
  signals: Signals;
  choice: Choice | null;
  on: string;
}

/** One step of the reasoning: what, and where it is said. */
export interface Reason {
  text: string;
  /** Article of the law, or the organisation's own reason. */
  article?: string;
  toBeConfirmed?: true;
}

/** What a visitor meets, and why. */
export interface Outcome extends Pick<Decision, 'regimes' | 'ask' | 'modes' | 'granted' | 'barred'> {
  /** By purpose: it is off because the visitor, or his browser's signal, objected. */
  objected: Record<string, boolean>;
  durations: Pick<PlaceRule, 'yesDays' | 'refusalDays' | 'askAgainDays'>;
  /** What links have to be called, in the law's own words. */
  links: string[];
  trace: Reason[];
}

export interface TriedSite {
  purposes: readonly (RuledPurpose & { name?: string })[];
  regions: SiteRegions & { overrides?: Record<string, (RegimeOverride & { reason?: string }) | undefined> };
}

/** What a visitor of a site meets on a day, by the one decision, with its reasons and their articles. */
export function visitorOutcome({ purposes, regions }: TriedSite, visitor: TriedVisitor): Outcome {
  const { place, signals, choice, on } = visitor;
  const table = compileRules(purposes, regions, on);
  const { regimes, ask, modes, granted, barred, trace } = explain(place, signals, choice, table);
  const { yesDays, refusalDays, askAgainDays } = ruleFor(place, table);
  const stopped = new Set(trace.flatMap((step) => (step.code === 'gpc' && !step.knowingly ? [step.purpose] : [])));
  const objected = purposes.map(({ id }): [string, boolean] => {
    const objects = modes[id] === 'opt-out' || modes[id] === 'notice';
    return [id, !granted[id] && (stopped.has(id) || (objects && choice?.purposes[id] === false))];
  });
  const nameOf = (id: string) => purposes.find((purpose) => purpose.id === id)?.name ?? id;
  return {
    regimes,
    ask,
    modes,
    granted,
    barred,
    objected: Object.fromEntries(objected),
    durations: { yesDays, refusalDays, askAgainDays },
    links: [...new Set(regimes.flatMap((id) => resolveRegime(id, on).links.value))],
    trace: trace.map((step) => ({
      text: traceSentence(step, nameOf),
      ...articleOf(step, { purposes, regions, regimes, on }),
    })),
  };
}

/** Why no outcome can be told for a day; `null`: it can. */
export function dayProblem({ regimes, rules = [] }: SiteRegions, on: string): string | null {
  if (!/^\d{4}-\d\d-\d\d$/.test(on) || new Date(`${on}T00:00:00Z`).toJSON()?.slice(0, 10) !== on)
    return `"${on}" is not a day such as 2026-07-01`;
  const named = [...regimes, ...rules.flatMap(({ regime }) => regime ?? [])];
  const since = named.flatMap((id) => regimeById(id)?.inForce.from ?? []).sort();
  const [first] = rules.some(({ treat }) => treat === 'law' || treat === 'stricter') ? [FIRST_LAW] : since;
  return first !== undefined && on < first
    ? `none of the laws that hold here was in force on ${on}; the first of them is since ${first}`
    : null;
}

const FIRST_LAW = REGIMES.filter(({ id }) => id !== 'world')
  .map(({ inForce }) => inForce.from)
  .sort()[0]!;

type Said = Omit<Reason, 'text'>;
type Surroundings = TriedSite & { regimes: string[]; on: string };

/** Where one step of the reasoning is said. */
export function articleOf(step: TraceStep, { purposes, regions, regimes, on }: Surroundings): Said {
  const cited = ({ source, toBeConfirmed }: Cited<unknown>): Said => ({
    article: source,
    ...(toBeConfirmed && { toBeConfirmed }),
  });
  const resolved = () => regimes.map((id) => resolveRegime(id, on));
  switch (step.code) {
    case 'regime-applies':
    case 'subdivision-unknown':
    case 'place-unknown':
    case 'place-unserved':
      return { article: resolveRegime(step.regime, on).law };
    case 'site-rule': {
      const { reason } = regions.rules?.[step.number - 1] ?? {};
      return reason ? { article: reason } : {};
    }
    case 'mode': {
      if (!step.regime) return {};
      const regime = resolveRegime(step.regime, on);
      const decisive = keysOf(purposes.find(({ id }) => id === step.purpose)?.activities)
        .map((key) => regime.modes[key] ?? regime.modes.default)
        .reduce((best, one) => (isStricter('mode', one.value, best.value) ? one : best));
      if (decisive.value === step.mode) return cited(decisive);
      const reason = regions.overrides?.[step.regime]?.reason;
      return { article: reason ? `the organisation’s own value: ${reason}` : 'the organisation’s own value' };
    }
    case 'gpc':
      return cited(
        resolved().reduce((best, one) => (isStricter('gpc', one.gpc.value, best.gpc.value) ? one : best)).gpc,
      );
    case 'age': {
      const saying = resolved().find(({ minors }) =>
        minors.value.some(({ under, needs }) => under === step.under && needs === step.needs),
      );
      return cited(saying?.minors ?? resolved()[0]!.childAge);
    }
    case 'lapsed': {
      const field = step.granted ? 'yesDays' : 'refusalDays';
      const saying = resolved().find((regime) => regime[field].value === step.days);
      return saying ? cited(saying[field]) : { article: 'the organisation’s own value' };
    }
    case 'choice':
    case 'anew':
    case 'spared':
      return {};
  }
}
