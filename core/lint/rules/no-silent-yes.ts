import type { LintRule } from '../types';
import { found, wordingFaults } from '../wording/faults';

export const noSilentYes: LintRule = {
  id: 'no-silent-yes',
  title: 'Going on is not taken as a yes',
  weight: 'breach',
  means:
    'Scrolling, closing or staying is no act of consent; a banner that says so claims a yes that it does not have.',
  section: 'words',
  look: (inspected) =>
    wordingFaults(inspected, 'no-scrolling', ['title', 'body', 'accept', 'close'], (words, { presumes }) =>
      found(words, presumes, (one) => `“${one}” takes going on as a yes`),
    ),
};
