import { lookUpLanguage } from '../../language/index';
import { purposeWords } from '../../texts/purposes';
import type { LintRule } from '../types';

export const purposesTranslated: LintRule = {
  id: 'purposes-translated',
  title: 'Purposes are named in every language',
  weight: 'advice',
  means: 'A purpose that is named in another language than the question is not understood by whoever answers it.',
  section: 'languages',
  look: ({ setup, languages }) =>
    languages.flatMap(({ tag }) =>
      setup.purposes.flatMap((purpose) => {
        const source = purposeWords(purpose, setup.banner.defaultLanguage);
        const same = purposeWords(purpose, tag).text === source.text;
        if (!same || lookUpLanguage(tag, [setup.banner.defaultLanguage])) return [];
        return [{ what: `“${purpose.name}” is not translated (${tag})`, language: tag, article: 'GDPR art. 12(1)' }];
      }),
    ),
};
