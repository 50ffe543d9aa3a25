import { languageName } from '../../language/name';
import { inBanner } from '../inspect';
import type { LintRule } from '../types';

export const textsRead: LintRule = {
  id: 'texts-read',
  title: 'Somebody has read what ships',
  weight: 'advice',
  means:
    'The texts are supplied by us. They speak in your name as soon as they are published, so somebody who speaks the language should read them once.',
  section: 'languages',
  look: ({ setup, languages, on }) =>
    languages
      .filter(({ tag }) => setup.banner.read?.[tag] === undefined)
      .map(({ tag }) => ({
        what: `Nobody has said yet that the ${languageName(tag)} texts were read`,
        language: tag,
        article: 'GDPR art. 24(1)',
        mend: { words: 'They were read', change: inBanner(({ read }) => ({ read: { ...read, [tag]: on } })) },
      })),
};
