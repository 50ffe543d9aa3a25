import { list } from '../regimes/facts';
import { isStricter } from '../regimes/strictness';
import type { Found, Inspected } from './types';

/** Days as a number; without end is more than any. */
export const daysWithin = (days: number | null): number => days ?? Number.POSITIVE_INFINITY;

/** Regions in which a duration of the site is laxer than every law that holds there has it. */
export function laxerDays(
  { regions }: Inspected,
  field: 'yesDays' | 'askAgainDays',
  words: (own: number | string, law: string) => string,
): Found[] {
  return regions.flatMap(({ rule, regimes, asks }) => {
    const own = rule[field];
    const laxer = regimes.filter((regime) => isStricter(field, regime[field].value, own));
    // A yes that nobody is asked for cannot be kept too long.
    if (laxer.length === 0 || (field === 'yesDays' && !asks)) return [];
    const names = list(laxer.map(({ name }) => name));
    return [
      {
        what: words(own ?? 'any number of', names),
        regimes: laxer.map(({ id }) => id),
        article: laxer[0]![field].source,
      },
    ];
  });
}
