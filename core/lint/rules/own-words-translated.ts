import { list } from '../../regimes/facts';
import type { LintRule } from '../types';

export const ownWordsTranslated: LintRule = {
  id: 'own-words-translated',
  title: 'What was reworded is reworded in every language',
  weight: 'advice',
  means: 'Where one language says something of its own and another still what ships, two visitors agree to two things.',
  section: 'languages',
  look: ({ setup, languages }) => {
    const source = languages.find(({ tag }) => tag === setup.banner.defaultLanguage);
    const keys = Object.keys(source?.own ?? {}) as (keyof NonNullable<typeof source>['own'])[];
    return languages.flatMap(({ tag, own }) => {
      const missing = keys.filter((key) => own[key] === undefined);
      if (tag === source?.tag || missing.length === 0) return [];
      const what = `${missing.length === 1 ? 'One text is' : `${missing.length} texts are`} reworded in ${source!.tag} and not in ${tag}: ${list(missing.slice(0, 4))}`;
      return [{ what, language: tag, article: 'GDPR art. 12(1)' }];
    });
  },
};
