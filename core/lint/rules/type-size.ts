import { drawnLayers } from '../drawn-layers';
import type { LintRule } from '../types';

export const typeSize: LintRule = {
  id: 'type-size',
  title: 'The type is large enough to read',
  weight: 'access',
  means: 'What is smaller than 12 pixels is small print, and read by few.',
  section: 'face',
  look: (inspected) =>
    drawnLayers(inspected).flatMap(({ layer }) => {
      if (layer.smallest >= 11.5) return [];
      return [
        {
          what: `Some words are ${layer.smallest.toFixed(1)} pixels high`,
          article: 'GDPR art. 12(1); WCAG 2.2, SC 1.4.4',
        },
      ];
    }),
};
