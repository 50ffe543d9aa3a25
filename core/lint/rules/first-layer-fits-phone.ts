import { drawn } from '../inspect';
import type { LintRule } from '../types';

export const firstLayerFitsPhone: LintRule = {
  id: 'first-layer-fits-phone',
  title: 'The first layer fits a phone',
  weight: 'advice',
  means: 'A question that has to be scrolled is not read to its end.',
  section: 'words',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ of, layer }) => {
      const below = layer.acts.some(
        ({ act, scrolledTo }) => scrolledTo && ['refuse', 'accept', 'choose'].includes(act),
      );
      if (of.device !== 'phone' || !below) return [];
      const what = `The buttons have to be scrolled to on a phone (${of.language}); shorten the text`;
      return [{ what, language: of.language, article: 'GDPR art. 12(1)' }];
    }),
};
