import { drawnLayers } from '../drawn-layers';
import type { LintRule } from '../types';

export const targetSize: LintRule = {
  id: 'target-size',
  title: 'What can be pressed is large enough',
  weight: 'access',
  means: 'Fingers miss what is smaller than 24 pixels.',
  section: 'face',
  look: (inspected) =>
    drawnLayers(inspected).flatMap(({ layer }) =>
      layer.acts
        .filter(({ visible, box }) => visible && (box.width < 24 || box.height < 24))
        .map(({ words, box }) => ({
          what: `“${words}” is ${Math.round(box.width)} by ${Math.round(box.height)} pixels; it needs 24 by 24`,
          article: 'WCAG 2.2, SC 2.5.8',
        })),
    ),
};
