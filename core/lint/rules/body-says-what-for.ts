import type { LintRule } from '../types';
import { ownWords } from '../wording/index';
import { wordingLaw } from '../wording/law';

export const bodySaysWhatFor: LintRule = {
  id: 'body-says-what-for',
  title: 'The text says what it is about',
  weight: 'breach',
  means: 'A sentence of a few words cannot say who wants to store and read what, and for what.',
  section: 'words',
  look: (inspected) =>
    ownWords(inspected).flatMap(({ tag, key, words, regime }) => {
      if (key !== 'body' || words.length >= 60) return [];
      const what = `The text of ${words.length} characters says too little to agree to (${tag})`;
      return wordingLaw(inspected, 'inform', regime).map((law) => ({ what, language: tag, ...law }));
    }),
};
