import { drawnLayers } from '../drawn-layers';
import type { LintRule } from '../types';

export const focusVisible: LintRule = {
  id: 'focus-visible',
  title: 'It is seen where the keyboard is',
  weight: 'access',
  means: 'Whoever has no pointer has nothing else to go by.',
  section: 'face',
  look: (inspected) =>
    drawnLayers(inspected).flatMap(({ layer }) =>
      layer.acts
        .filter(({ visible, focusShown }) => visible && !focusShown)
        .slice(0, 1)
        .map(({ words }) => ({
          what: `“${words}” looks the same when the keyboard is on it`,
          article: 'WCAG 2.2, SC 2.4.7',
        })),
    ),
};
