import type { LintRule } from '../types';
import { found, wordingFaults } from '../wording/faults';

export const noNudging: LintRule = {
  id: 'no-nudging',
  title: 'The words do not pull towards yes',
  weight: 'breach',
  means: 'A question that praises one answer is not an open one.',
  section: 'words',
  look: (inspected) =>
    wordingFaults(
      inspected,
      'symmetry',
      ['title', 'body', 'accept', 'acceptOne', 'choose', 'refuse', 'refuseOne'],
      (words, { nudges }) => found(words, nudges, (one) => `“${one}” pulls towards a yes`),
    ),
};
