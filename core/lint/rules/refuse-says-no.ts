import type { LintRule } from '../types';
import { wordingFaults } from '../wording/faults';

export const refuseSaysNo: LintRule = {
  id: 'refuse-says-no',
  title: 'The button that refuses says so',
  weight: 'breach',
  means: 'Words like “settings” or “maybe later” on the button that refuses hide that it does.',
  section: 'words',
  look: (inspected) =>
    wordingFaults(inspected, 'symmetry', ['refuse', 'refuseOne'], (words, { refuses }) =>
      refuses.test(words) ? undefined : `“${words}” does not say that it refuses`,
    ),
};
