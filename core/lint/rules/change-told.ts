import { asShipped } from '../inspect';
import type { LintRule } from '../types';
import { ownWords } from '../wording/index';
import { wordingLaw } from '../wording/law';

export const changeTold: LintRule = {
  id: 'change-told',
  title: 'It is told that the choice can be changed',
  weight: 'breach',
  means: 'That a yes can be taken back has to be said before it is given.',
  section: 'words',
  look: (inspected) =>
    ownWords(inspected).flatMap(({ tag, key, words, lists, regime }) => {
      if (key !== 'body' || lists.changeable.test(words)) return [];
      return wordingLaw(inspected, 'withdraw', regime).map((law) => ({
        what: `The text does not say that the choice can be changed later (${tag})`,
        language: tag,
        ...law,
        mend: { words: 'Back to the text that ships', change: asShipped(tag, key) },
      }));
    }),
};
