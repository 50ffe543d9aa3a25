import type { LintRule } from '../types';
import { found, wordingFaults } from '../wording/faults';

export const noEmptyPhrase: LintRule = {
  id: 'no-empty-phrase',
  title: 'No phrase stands where a fact belongs',
  weight: 'advice',
  means: 'A sentence that every site says tells a visitor nothing, and pushes down what he has to know.',
  section: 'words',
  look: (inspected) =>
    wordingFaults(inspected, 'inform', ['title', 'body', 'panelTitle'], (words, { empty }) =>
      found(words, empty, (one) => `“${one}” says nothing`),
    ),
};
