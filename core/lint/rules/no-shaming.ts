import { asShipped } from '../inspect';
import type { LintRule } from '../types';
import { foundIn, ownWords } from '../wording/index';
import { wordingLaw } from '../wording/law';

export const noShaming: LintRule = {
  id: 'no-shaming',
  title: 'Refusing is not made to look bad',
  weight: 'breach',
  means: 'A no that has to be said in words nobody would use of himself is not as easy as a yes.',
  section: 'words',
  look: (inspected) =>
    ownWords(inspected).flatMap(({ tag, key, words, lists, regime }) => {
      const found = ['title', 'body', 'refuse', 'refuseOne', 'closeRefuses', 'save', 'refused'].includes(key)
        ? foundIn(words, lists.shames)
        : undefined;
      if (found === undefined) return [];
      return wordingLaw(inspected, 'symmetry', regime).map((law) => ({
        what: `“${found}” makes a refusal look bad (${tag})`,
        language: tag,
        ...law,
        mend: { words: 'Back to the text that ships', change: asShipped(tag, key) },
      }));
    }),
};
