import type { LintRule } from '../types';
import { found, wordingFaults } from '../wording/faults';

export const noShaming: LintRule = {
  id: 'no-shaming',
  title: 'Refusing is not made to look bad',
  weight: 'breach',
  means: 'A no that has to be said in words nobody would use of himself is not as easy as a yes.',
  section: 'words',
  look: (inspected) =>
    wordingFaults(
      inspected,
      'symmetry',
      ['title', 'body', 'refuse', 'refuseOne', 'closeRefuses', 'save', 'refused'],
      (words, { shames }) => found(words, shames, (one) => `“${one}” makes a refusal look bad`),
    ),
};
