import type { LintRule } from '../types';
import { wordingFaults } from '../wording/faults';

export const bodySaysWhatFor: LintRule = {
  id: 'body-says-what-for',
  title: 'The text says what it is about',
  weight: 'breach',
  means: 'A sentence of a few words cannot say who wants to store and read what, and for what.',
  section: 'words',
  look: (inspected) =>
    wordingFaults(inspected, 'inform', ['body'], ({ length }) =>
      length >= 60 ? undefined : `The text of ${length} characters says too little to agree to`,
    ),
};
