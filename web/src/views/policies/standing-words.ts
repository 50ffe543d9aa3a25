import type { Standing } from '@douane/core/agreements';

/** How somebody stands to a policy, as tables and charts call it. */
export const STANDING_WORDS: Readonly<Record<Standing, string>> = {
  agreed: 'Agreed',
  pending: 'Pending',
  guardian: 'Guardian first',
  declined: 'Declined',
  withdrawn: 'Withdrawn',
};
export const STANDINGS = Object.keys(STANDING_WORDS) as Standing[];
