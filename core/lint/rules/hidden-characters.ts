import type { BannerTextKey } from '../../texts/index';
import { inBanner } from '../inspect';
import type { LintRule } from '../types';

/** Embeddings, overrides and isolates of direction, and what has no width; a joiner is part of some scripts. */
const HIDDEN = /[\u200b\u202a-\u202e\u2060\u2066-\u2069\ufeff]/u;

export const hiddenCharacters: LintRule = {
  id: 'hidden-characters',
  title: 'No text holds characters that nobody sees',
  weight: 'access',
  means: 'Marks that turn the direction of writing or take no room can make a text read otherwise than it is spoken.',
  section: 'words',
  look: ({ languages }) =>
    languages.flatMap(({ tag, own }) =>
      Object.entries(own).flatMap(([key, words]) => {
        if (!HIDDEN.test(words)) return [];
        const clean = words.replaceAll(new RegExp(HIDDEN, 'gu'), '');
        return [
          {
            what: `“${key}” holds characters that nobody sees (${tag})`,
            language: tag,
            article: 'Unicode UAX #9, 2; WCAG 2.2, SC 1.3.2',
            mend: {
              words: 'Take them out',
              change: inBanner(({ texts }) => ({
                texts: { ...texts, [tag]: { ...texts[tag], [key as BannerTextKey]: clean } },
              })),
            },
          },
        ];
      }),
    ),
};
