import { asShipped } from '../inspect';
import type { LintRule } from '../types';
import { foundIn, ownWords } from '../wording/index';
import { wordingLaw } from '../wording/law';

export const noEmptyPhrase: LintRule = {
  id: 'no-empty-phrase',
  title: 'No phrase stands where a fact belongs',
  weight: 'advice',
  means: 'A sentence that every site says tells a visitor nothing, and pushes down what he has to know.',
  section: 'words',
  look: (inspected) =>
    ownWords(inspected).flatMap(({ tag, key, words, lists, regime }) => {
      const found = ['title', 'body', 'panelTitle'].includes(key) ? foundIn(words, lists.empty) : undefined;
      if (found === undefined) return [];
      return wordingLaw(inspected, 'inform', regime).map((law) => ({
        what: `“${found}” says nothing (${tag})`,
        language: tag,
        ...law,
        mend: { words: 'Back to the text that ships', change: asShipped(tag, key) },
      }));
    }),
};
