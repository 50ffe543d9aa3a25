import { lawOf } from '../inspect';
import type { DutyTopic, Found, Inspected } from '../types';

/** What the laws of those who read a wording say of it. `regime`: only its visitors read it. */
export function wordingLaw(
  { regions }: Inspected,
  topic: DutyTopic,
  regime?: string,
): Pick<Found, 'regimes' | 'article'>[] {
  return regions.flatMap((region) => {
    const reads = region.asks || region.objects;
    const law = reads && (!regime || region.rule.shows?.wording === regime) ? lawOf(region, topic) : null;
    return law ? [law] : [];
  });
}
