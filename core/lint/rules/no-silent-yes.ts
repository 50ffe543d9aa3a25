import { asShipped } from '../inspect';
import type { LintRule } from '../types';
import { foundIn, ownWords } from '../wording/index';
import { wordingLaw } from '../wording/law';

export const noSilentYes: LintRule = {
  id: 'no-silent-yes',
  title: 'Going on is not taken as a yes',
  weight: 'breach',
  means:
    'Scrolling, closing or staying is no act of consent; a banner that says so claims a yes that it does not have.',
  section: 'words',
  look: (inspected) =>
    ownWords(inspected).flatMap(({ tag, key, words, lists, regime }) => {
      const found = ['title', 'body', 'accept', 'close'].includes(key) ? foundIn(words, lists.presumes) : undefined;
      if (found === undefined) return [];
      return wordingLaw(inspected, 'no-scrolling', regime).map((law) => ({
        what: `“${found}” takes going on as a yes (${tag})`,
        language: tag,
        ...law,
        mend: { words: 'Back to the text that ships', change: asShipped(tag, key) },
      }));
    }),
};
