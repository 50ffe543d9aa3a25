import { asShipped } from '../inspect';
import type { LintRule } from '../types';
import { foundIn, ownWords } from '../wording/index';
import { wordingLaw } from '../wording/law';

export const noThreat: LintRule = {
  id: 'no-threat',
  title: 'Nothing hangs on a yes',
  weight: 'breach',
  means: 'Consent is free only where a no has no price.',
  section: 'words',
  look: (inspected) =>
    ownWords(inspected).flatMap(({ tag, key, words, lists, regime }) => {
      const found = ['title', 'body', 'refused', 'gpcObeyed'].includes(key) ? foundIn(words, lists.forces) : undefined;
      if (found === undefined) return [];
      return wordingLaw(inspected, 'no-scrolling', regime).map((law) => ({
        what: `“${found}” makes the site depend on a yes (${tag})`,
        language: tag,
        ...law,
        mend: { words: 'Back to the text that ships', change: asShipped(tag, key) },
      }));
    }),
};
