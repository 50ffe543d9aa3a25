import type { LintRule } from '../types';
import { found, wordingFaults } from '../wording/faults';

export const noThreat: LintRule = {
  id: 'no-threat',
  title: 'Nothing hangs on a yes',
  weight: 'breach',
  means: 'Consent is free only where a no has no price.',
  section: 'words',
  look: (inspected) =>
    wordingFaults(inspected, 'no-scrolling', ['title', 'body', 'refused', 'gpcObeyed'], (words, { forces }) =>
      found(words, forces, (one) => `“${one}” makes the site depend on a yes`),
    ),
};
