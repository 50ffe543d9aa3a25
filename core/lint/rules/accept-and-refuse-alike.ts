import { BANNER_TEXTS } from '../../texts/index';
import type { LintRule } from '../types';

export const acceptAndRefuseAlike: LintRule = {
  id: 'accept-and-refuse-alike',
  title: 'Accepting and refusing are worded alike',
  weight: 'advice',
  means: 'A long refusal beside a short yes is read less, and takes more room to press wrongly.',
  section: 'words',
  look: ({ languages }) =>
    languages.flatMap(({ tag, texts, own }) => {
      if (!BANNER_TEXTS.some((key) => (key === 'accept' || key === 'refuse') && own[key] !== undefined)) return [];
      if (texts.refuse.length <= 2.5 * texts.accept.length + 6) return [];
      const what = `Refusing takes ${texts.refuse.length} letters and accepting ${texts.accept.length} (${tag})`;
      return [{ what, language: tag, article: 'EDPB Guidelines 03/2022 on deceptive design patterns' }];
    }),
};
