import { asShipped } from '../inspect';
import type { LintRule } from '../types';
import { foundIn, ownWords } from '../wording/index';
import { wordingLaw } from '../wording/law';

export const noNudging: LintRule = {
  id: 'no-nudging',
  title: 'The words do not pull towards yes',
  weight: 'breach',
  means: 'A question that praises one answer is not an open one.',
  section: 'words',
  look: (inspected) =>
    ownWords(inspected).flatMap(({ tag, key, words, lists, regime }) => {
      const found = ['title', 'body', 'accept', 'acceptOne', 'choose', 'refuse', 'refuseOne'].includes(key)
        ? foundIn(words, lists.nudges)
        : undefined;
      if (found === undefined) return [];
      return wordingLaw(inspected, 'symmetry', regime).map((law) => ({
        what: `“${found}” pulls towards a yes (${tag})`,
        language: tag,
        ...law,
        mend: { words: 'Back to the text that ships', change: asShipped(tag, key) },
      }));
    }),
};
