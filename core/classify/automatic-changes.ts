import canonicalize from 'canonicalize';
import type { Classifiable, Classifier, Ruling } from './types';

/** An item whose ruling without a person is another one now. `null`: open. */
export interface AutomaticChange<T> {
  item: T;
  before: Ruling | null;
  after: Ruling | null;
}

/** Where what is known now rules otherwise than what was ruled without a person before. */
export function automaticChanges<T extends Classifiable & { automatic: Ruling | null }>(
  items: readonly T[],
  rule: Classifier,
): AutomaticChange<T>[] {
  return items.flatMap((item) => {
    const after = rule(item);
    return sameRuling(item.automatic, after) ? [] : [{ item, before: item.automatic, after }];
  });
}

/** The same decision on the same facts; how they are worded is no part of it. */
function sameRuling(a: Ruling | null, b: Ruling | null): boolean {
  if (!a || !b) return a === b;
  return (
    a.purpose === b.purpose &&
    a.service === b.service &&
    a.by === b.by &&
    canonicalize(a.because) === canonicalize(b.because) &&
    (a.description ?? '') === (b.description ?? '') &&
    Math.abs(a.confidence - b.confidence) < 0.005
  );
}
