import type { Activity, AgeBand, Cited, Mode, Regime, RegimeChange, RegimeValues, Right, Threshold } from '../types';

/** What differs between the states whose laws follow one pattern: objecting to sale, targeted advertising and profiling. */
export interface StateFacts {
  id: string;
  name: string;
  law: string;
  from: string;
  /** Articles: for objecting, for sensitive data, for requests, for whom it binds. */
  articles: { object: string; sensitive: string; requests: string; applies: string };
  /** `opt-in` for most; some let it run until the visitor objects. */
  sensitive?: Mode;
  /** Since when the signal binds, and by which article. */
  gpc?: { from: string; source: string };
  /** What a profile may not do without a way to object; some laws leave it out. */
  profiling?: boolean;
  minors?: Cited<AgeBand[]>;
  days?: { answer: number; extension: number };
  rights?: Right[];
  attorneyGeneral: string;
  anyOf: Threshold[][];
  nonProfits?: boolean;
  links?: Cited<RegimeValues['links']>;
  duties?: Regime['duties'];
  changes?: RegimeChange[];
  toBeConfirmed?: true;
}

const RIGHTS: Right[] = [
  'access',
  'rectification',
  'erasure',
  'portability',
  'opt-out-of-sale',
  'opt-out-of-targeting',
];
export const TARGETING: Activity[] = ['sale', 'sharing', 'targeted-advertising'];
/** A parent's yes for the youngest, as federal law has it everywhere. */
export const UNDER_13: AgeBand = { under: 13, needs: 'guardian', of: [...TARGETING, 'profiling'] };

/** Consumers a year; or fewer, where a share of the revenue comes from selling what is known of them. */
export function consumers(atLeast: number, withSale: number, sharePercent: number | null): Threshold[][] {
  return [[{ code: 'people', atLeast }], [{ code: 'people-with-sale', atLeast: withSale, sharePercent }]];
}

/** The regime of a state from what is particular to it. */
export function usState(facts: StateFacts): Regime {
  const { id, name, law, from, articles, toBeConfirmed } = facts;
  const cited = <T>(value: T, source: string): Cited<T> => ({ value, source, ...(toBeConfirmed && { toBeConfirmed }) });
  const object = cited<Mode>('opt-out', articles.object);
  const profiling = facts.profiling ?? true;
  const changes = [...(facts.changes ?? [])];
  if (facts.gpc && facts.gpc.from > from) {
    const what = 'A signal such as Global Privacy Control has to be obeyed.';
    changes.push({ on: facts.gpc.from, what, gpc: { value: 'binds', source: facts.gpc.source } });
  }
  changes.sort((a, b) => (a.on < b.on ? -1 : 1));
  return {
    id,
    name,
    parent: 'us',
    law,
    territory: [id.toUpperCase()],
    inForce: { from },
    modes: {
      sale: object,
      'targeted-advertising': object,
      ...(profiling && { profiling: object }),
      'sensitive-data': cited<Mode>(facts.sensitive ?? 'opt-in', articles.sensitive),
    },
    ...(facts.gpc && facts.gpc.from <= from && { gpc: cited('binds' as const, facts.gpc.source) }),
    ...(facts.minors && { minors: facts.minors }),
    ...(facts.links && { links: facts.links }),
    requestDays: cited(facts.days ?? { answer: 45, extension: 45 }, articles.requests),
    rights: cited(
      [...(facts.rights ?? RIGHTS), ...(profiling ? (['opt-out-of-profiling'] as const) : []), 'appeal'],
      articles.object,
    ),
    authority: { value: { name: `Attorney General of ${name}`, url: facts.attorneyGeneral }, source: law },
    applies: cited({ anyOf: facts.anyOf, nonProfits: facts.nonProfits ?? false }, articles.applies),
    duties: [
      { text: 'A clear way to object to sale and targeted advertising.', source: articles.object },
      ...(facts.duties ?? []),
    ],
    ...(changes.length > 0 && { changes }),
    sources: [law],
    readOn: '2026-11-25',
  };
}
