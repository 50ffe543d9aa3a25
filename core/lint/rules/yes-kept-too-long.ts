import { laxerDays } from '../laxer-days';
import type { LintRule } from '../types';

export const yesKeptTooLong: LintRule = {
  id: 'yes-kept-too-long',
  title: 'A yes is not kept longer than the law has it',
  weight: 'breach',
  means: 'A choice that is kept for ever is no choice of today.',
  section: 'regions',
  look: (inspected) =>
    laxerDays(inspected, 'yesDays', (own, law) => `A yes is kept ${own} days, longer than the law of ${law} has it`),
};
