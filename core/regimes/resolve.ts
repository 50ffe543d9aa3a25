import { REGIMES } from './catalogue';
import type { Inherited, Regime, RegimeValues, ResolvedRegime } from './types';

/** What most laws do not ask. */
const EXTRAS = ['linkIcon', 'closeRefuses'] as const;
const VALUES: (keyof RegimeValues)[] = [
  'gpc',
  'yesDays',
  'refusalDays',
  'askAgainDays',
  'links',
  'childAge',
  'minors',
  'requestDays',
  'rights',
  'authority',
  'applies',
];

/** A regime and its parents, from the outermost in. Throws where a parent is missing or the line runs in a circle. */
export function lineOf(id: string, regimes: readonly Regime[] = REGIMES): Regime[] {
  const line: Regime[] = [];
  for (let next: string | undefined = id; next; next = line[0]!.parent) {
    const regime = regimes.find((one) => one.id === next);
    if (!regime) throw new Error(`there is no regime "${next}"`);
    if (line.includes(regime)) throw new Error(`regime "${next}" is its own parent`);
    line.unshift(regime);
  }
  return line;
}

/**
 * A regime as it stands on a day (ISO date; without one, with all changes that are known), with all that it has from its
 * parents, field by field. Throws where nobody of its line says a field.
 */
export function resolveRegime(id: string, on = '9999-12-31', regimes: readonly Regime[] = REGIMES): ResolvedRegime {
  const line = lineOf(id, regimes);
  const own = line.at(-1)!;
  const values: Record<string, Inherited<unknown>> = {};
  const modes: Record<string, Inherited<unknown>> = {};
  for (const regime of line) {
    for (const field of EXTRAS) if (regime[field]) values[field] = { ...regime[field], from: regime.id };
    for (const said of [regime, ...(regime.changes ?? []).filter((change) => change.on <= on)]) {
      for (const field of VALUES) if (said[field]) values[field] = { ...said[field], from: regime.id };
      for (const [key, mode] of Object.entries(said.modes ?? {})) modes[key] = { ...mode, from: regime.id };
    }
  }
  const missing = [...VALUES.filter((field) => !values[field]), ...(modes.default ? [] : ['modes.default'])];
  if (missing.length > 0) throw new Error(`regime "${id}" does not say ${missing.join(', ')}`);
  return {
    ...own,
    ...values,
    modes,
    toCome: line
      .flatMap(({ changes = [] }) => changes)
      .filter((change) => change.on > on)
      .sort((a, b) => (a.on < b.on ? -1 : 1)),
    duties: line.flatMap((regime) => regime.duties),
    sources: [...new Set(line.flatMap((regime) => regime.sources))],
  } as unknown as ResolvedRegime;
}
