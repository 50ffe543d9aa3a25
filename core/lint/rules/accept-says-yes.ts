import { asShipped } from '../inspect';
import type { LintRule } from '../types';
import { ownWords } from '../wording/index';
import { wordingLaw } from '../wording/law';

export const acceptSaysYes: LintRule = {
  id: 'accept-says-yes',
  title: 'The button that accepts says so',
  weight: 'breach',
  means: '“OK” or “Got it” reads as having taken notice; whoever presses it does not know that he has agreed.',
  section: 'words',
  look: (inspected) =>
    ownWords(inspected).flatMap(({ tag, key, words, lists, regime }) => {
      if (!['accept', 'acceptOne'].includes(key) || lists.accepts.test(words)) return [];
      return wordingLaw(inspected, 'by-purpose', regime).map((law) => ({
        what: `“${words}” does not say that it accepts (${tag})`,
        language: tag,
        ...law,
        mend: { words: 'Back to the text that ships', change: asShipped(tag, key) },
      }));
    }),
};
