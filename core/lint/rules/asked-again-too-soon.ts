import { laxerDays } from '../laxer-days';
import type { LintRule } from '../types';

export const askedAgainTooSoon: LintRule = {
  id: 'asked-again-too-soon',
  title: 'Nobody who refused is asked again too soon',
  weight: 'breach',
  means: 'To be asked over and over wears visitors down until they say yes.',
  section: 'regions',
  look: (inspected) =>
    laxerDays(
      inspected,
      'askAgainDays',
      (own, law) => `Whoever refused is asked again after ${own} days, sooner than the law of ${law} has it`,
    ),
};
