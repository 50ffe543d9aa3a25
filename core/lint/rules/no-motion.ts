import { drawnLayers } from '../drawn-layers';
import type { LintRule } from '../types';

export const noMotion: LintRule = {
  id: 'no-motion',
  title: 'Nothing moves for whoever wants it still',
  weight: 'access',
  means: 'Motion makes some people ill. What moves must not where the device asks for less of it.',
  section: 'face',
  look: (inspected) => {
    const asked = /prefers-reduced-motion/.test(inspected.setup.banner.face.css ?? '');
    if (asked || !drawnLayers(inspected).some(({ layer }) => layer.moves)) return [];
    const what = 'The site’s own CSS moves things, and not less where the device asks for it (prefers-reduced-motion)';
    return [{ what, article: 'WCAG 2.2, SC 2.3.3' }];
  },
};
