import { lookUpLanguage } from '../../language/index';
import { languageName } from '../../language/name';
import { directLanguage } from '../direct-language';
import type { LintRule } from '../types';

export const languageOfThePlace: LintRule = {
  id: 'language-of-the-place',
  title: 'Visitors are asked in their language',
  weight: 'advice',
  means: 'Where you serve the law of one country, its visitors are to understand what they agree to.',
  section: 'languages',
  look: ({ regions, languages }) => {
    const tags = languages.map(({ tag }) => tag);
    return regions.flatMap(({ regimes, asks }) =>
      regimes.flatMap(({ id, name, territory }) => {
        const language = asks ? directLanguage(territory) : null;
        if (!language || lookUpLanguage(language, tags)) return [];
        return [
          {
            what: `The banner does not speak the language of ${name} (${languageName(language)})`,
            regimes: [id],
            article: 'GDPR art. 7(2), 12(1)',
          },
        ];
      }),
    );
  },
};
