import type { LintRule } from '../types';
import { wordingFaults } from '../wording/faults';

export const acceptSaysYes: LintRule = {
  id: 'accept-says-yes',
  title: 'The button that accepts says so',
  weight: 'breach',
  means: '“OK” or “Got it” reads as having taken notice; whoever presses it does not know that he has agreed.',
  section: 'words',
  look: (inspected) =>
    wordingFaults(inspected, 'by-purpose', ['accept', 'acceptOne'], (words, { accepts }) =>
      accepts.test(words) ? undefined : `“${words}” does not say that it accepts`,
    ),
};
