import { shippedTexts } from '../../texts/index';
import { asShipped, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const signalNamed: LintRule = {
  id: 'signal-named',
  title: 'That the signal was obeyed is shown by its name',
  weight: 'breach',
  means: 'Visitors whose browser objects for them are to see that it was heard.',
  section: 'words',
  look: ({ languages, regions }) =>
    languages.flatMap(({ tag, own }) => {
      const words = own.gpcObeyed;
      if (words === undefined || words === shippedTexts(tag)?.gpcObeyed || /global privacy control|gpc/i.test(words))
        return [];
      return regions.flatMap((region) => {
        const law = region.rule.gpc === 'binds' ? lawOf(region, 'signal-shown') : null;
        const mend = { words: 'Back to the text that ships', change: asShipped(tag, 'gpcObeyed') };
        const what = `What is said when a signal is obeyed does not name the signal (${tag})`;
        return law ? [{ what, language: tag, ...law, mend }] : [];
      });
    }),
};
