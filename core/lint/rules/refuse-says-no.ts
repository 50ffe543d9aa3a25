import { asShipped } from '../inspect';
import type { LintRule } from '../types';
import { ownWords } from '../wording/index';
import { wordingLaw } from '../wording/law';

export const refuseSaysNo: LintRule = {
  id: 'refuse-says-no',
  title: 'The button that refuses says so',
  weight: 'breach',
  means: 'Words like “settings” or “maybe later” on the button that refuses hide that it does.',
  section: 'words',
  look: (inspected) =>
    ownWords(inspected).flatMap(({ tag, key, words, lists, regime }) => {
      if (!['refuse', 'refuseOne'].includes(key) || lists.refuses.test(words)) return [];
      return wordingLaw(inspected, 'symmetry', regime).map((law) => ({
        what: `“${words}” does not say that it refuses (${tag})`,
        language: tag,
        ...law,
        mend: { words: 'Back to the text that ships', change: asShipped(tag, key) },
      }));
    }),
};
