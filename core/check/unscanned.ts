import { matchesName } from '../hold/match';
import type { CheckedCase, KnownItem } from './types';

/**
 * Cases in which what slipped and no scan has seen is marked as such.
 *
 * @param scanned All that scans of the site have seen; a name may be a pattern.
 */
export function withUnscanned(cases: readonly CheckedCase[], scanned: readonly KnownItem[]): CheckedCase[] {
  const names = new Map<string, string[]>();
  const placeOf = ({ kind, host }: KnownItem) => `${kind}\n${host}`;
  for (const item of scanned) names.set(placeOf(item), [...(names.get(placeOf(item)) ?? []), item.name]);
  const isKnown = (item: KnownItem) =>
    (names.get(placeOf(item)) ?? []).some((name) => name === item.name || matchesName(name, item.name));
  return cases.map((checked) => ({
    ...checked,
    items: checked.items.map((item) =>
      item.verdict === 'slipped' && !isKnown(item) ? { ...item, neverScanned: true as const } : item,
    ),
  }));
}
