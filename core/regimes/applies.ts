import { REGIMES } from './catalogue';
import { isInForce } from './compile';
import { covers } from './groups';
import { parsePlace } from './place';
import { resolveRegime } from './resolve';
import type { ResolvedRegime, Threshold } from './types';

/** What an organisation says of itself, to learn which laws bind it. What is absent was not answered. */
export interface OrganisationFacts {
  /** Place codes and groups. */
  established: string[];
  /** Where its customers or readers are; place codes and groups. */
  offersTo: string[];
  /** Of the last year, worldwide. */
  revenue?: { amount: number; currency: string };
  /** People whose data it works with in a year, by place code. */
  people?: Record<string, number>;
  /** Share of the revenue that comes from selling or sharing personal data, in per cent; 0: it sells none. */
  saleSharePercent?: number;
  smallBusiness?: boolean;
  nonProfit?: boolean;
  /** Works with sensitive data: health, religion, where somebody is. */
  sensitiveData?: boolean;
  /** Children are among those whose data it works with. */
  children?: boolean;
}

export interface Applicability {
  /** `unknown`: it depends on something that was not answered. */
  verdict: 'applies' | 'likely-not' | 'unknown';
  /** By these it applies; empty where it does not. */
  by: Threshold[];
  /** The nearest group of thresholds that is not reached: what would change it. */
  wouldChange: Threshold[];
  /** What was not answered and would decide. */
  unanswered: Threshold[];
  /** Bodies without profit are not bound, and this is one. */
  exempt?: 'non-profit';
}

/** Whether a law binds an organisation, by which of its thresholds, and what would change that. No legal advice. */
export function appliesTo(facts: OrganisationFacts, { territory, applies }: ResolvedRegime): Applicability {
  const nothing: Applicability = { verdict: 'likely-not', by: [], wouldChange: [], unanswered: [] };
  const here = hereOf(facts, territory);
  if (here === false) return { ...nothing, wouldChange: [{ code: 'offers-here' }] };
  if (facts.nonProfit && !applies.value.nonProfits) return { ...nothing, exempt: 'non-profit' };
  const groups = applies.value.anyOf.map((group) => {
    const answers = group.map((threshold): [Threshold, boolean | undefined] => [
      threshold,
      isReached(threshold, facts, territory, here),
    ]);
    const of = (wanted: boolean | undefined) => answers.filter(([, reached]) => reached === wanted).map(([one]) => one);
    return { group, failed: of(false), open: of(undefined) };
  });
  const met = groups.find(({ failed, open }) => failed.length === 0 && open.length === 0);
  if (met) return { ...nothing, verdict: 'applies', by: met.group };
  const undecided = groups.filter(({ failed }) => failed.length === 0);
  const nearest = groups.reduce((best, one) => (one.failed.length < best.failed.length ? one : best));
  const unanswered = undecided.flatMap(({ open }) => open);
  return {
    ...nothing,
    verdict: undecided.length > 0 ? 'unknown' : 'likely-not',
    wouldChange: nearest.failed,
    unanswered,
  };
}

export const VERDICT_WORDS: Record<Applicability['verdict'], string> = {
  applies: 'applies',
  unknown: 'depends on what was not answered',
  'likely-not': 'likely not',
};

/** What one law comes to for an organisation on a day. */
export interface Assessed extends Applicability {
  regime: ResolvedRegime;
  /** It is not in force on the day yet. */
  coming: boolean;
}

/** Every law that ships but what stands for the rest of the world, those that bind first. `on`: ISO date. */
export function assessAll(facts: OrganisationFacts, on: string): Assessed[] {
  const order = ['applies', 'unknown', 'likely-not'];
  return REGIMES.filter(({ id }) => id !== 'world')
    .map(({ id }) => {
      const regime = resolveRegime(id, on);
      return { regime, coming: !isInForce(id, on), ...appliesTo(facts, regime) };
    })
    .sort((a, b) => order.indexOf(a.verdict) - order.indexOf(b.verdict));
}

/** Whether it is there at all: established, with customers, or with people it knows of. Empty territory: everywhere. */
function hereOf(facts: OrganisationFacts, territory: readonly string[]): boolean {
  const places = [...facts.established, ...facts.offersTo, ...Object.keys(facts.people ?? {})];
  return territory.length === 0 || places.some((place) => holdsIn(territory, place));
}

/** A country stands for all its states, and a group for its places, whether the law is a country's or a state's. */
function holdsIn(territory: readonly string[], code: string): boolean {
  return territory.some((one) => covers(one, code) || covers(code, one));
}

function isReached(
  threshold: Threshold,
  facts: OrganisationFacts,
  territory: readonly string[],
  here: boolean,
): boolean | undefined {
  const { revenue, saleSharePercent: share } = facts;
  switch (threshold.code) {
    case 'established':
      return facts.established.some((place) => holdsIn(territory, place));
    case 'offers-here':
      return here;
    case 'revenue':
      return revenue?.currency === threshold.currency ? revenue.amount >= threshold.atLeast : undefined;
    case 'people': {
      const people = peopleIn(facts, territory);
      return people === undefined ? undefined : people >= threshold.atLeast;
    }
    case 'people-with-sale': {
      const people = peopleIn(facts, territory);
      const least = threshold.sharePercent;
      // Where the law names no share, any revenue or discount from selling counts.
      const sells = share === undefined ? undefined : least === null ? share > 0 : share >= least;
      if (sells === false || (people !== undefined && people < threshold.atLeast)) return false;
      return sells === undefined || people === undefined ? undefined : true;
    }
    case 'sale-share':
      return share === undefined ? undefined : share >= threshold.atLeastPercent;
    case 'no-small-business':
      return facts.smallBusiness === undefined ? undefined : !facts.smallBusiness;
  }
}

/** People it knows of in the territory; `undefined` where it was not said of any place there. */
function peopleIn({ people = {} }: OrganisationFacts, territory: readonly string[]): number | undefined {
  const there = Object.entries(people).filter(([place]) => {
    const { country, subdivision } = parsePlace(place) ?? {};
    return territory.includes(country ?? '') || territory.includes(`${country}-${subdivision}`);
  });
  return there.length === 0 ? undefined : there.reduce((sum, [, count]) => sum + count, 0);
}

const MONEY = new Intl.NumberFormat('en', { maximumFractionDigits: 0 });

/** A threshold as a clause: "at least 100,000 people there in a year". */
export function thresholdWords(threshold: Threshold): string {
  const count = (value: number) => MONEY.format(value);
  switch (threshold.code) {
    case 'established':
      return 'established there';
    case 'offers-here':
      return 'customers or readers there';
    case 'revenue':
      return `a revenue of at least ${count(threshold.atLeast)} ${threshold.currency} a year`;
    case 'people':
      return `data of at least ${count(threshold.atLeast)} people there in a year`;
    case 'people-with-sale':
      return `data of at least ${count(threshold.atLeast)} people there in a year, with ${
        threshold.sharePercent === null
          ? 'revenue or a discount from selling it'
          : `${threshold.sharePercent} % of the revenue from selling it`
      }`;
    case 'sale-share':
      return `at least ${threshold.atLeastPercent} % of the revenue from selling or sharing personal data`;
    case 'no-small-business':
      return 'more than a small business';
  }
}
