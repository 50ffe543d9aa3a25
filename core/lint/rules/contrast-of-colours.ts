import { settledPalette } from '../../banner/palette';
import { contrast } from '../../colour/index';
import { inFace } from '../inspect';
import type { LintRule } from '../types';

export const contrastOfColours: LintRule = {
  id: 'contrast-of-colours',
  title: 'The colours stand out from each other',
  weight: 'access',
  means:
    'The text on its background needs 4.5 to 1, and a button has to be told from the sheet by 3 to 1, in the light and in the dark.',
  section: 'face',
  look: ({ setup }) => {
    const { face } = setup.banner;
    const used = face.scheme === 'light' ? ['light'] : face.scheme === 'dark' ? ['dark'] : ['light', 'dark'];
    return (used as ('light' | 'dark')[]).flatMap((name) => {
      const { sheet, ink, accent } = face[name];
      const pairs: [string, number, number][] = [
        ['The text on its background', contrast(ink, sheet), 4.5],
        ['Buttons and ticks on the background', contrast(accent, sheet), 3],
      ];
      return pairs
        .filter(([, ratio, needs]) => ratio < needs)
        .map(([what, ratio, needs]) => ({
          what: `${what} has a contrast of ${ratio.toFixed(1)} in the ${name}; it needs ${needs}`,
          article: needs === 3 ? 'WCAG 2.2, SC 1.4.11' : 'WCAG 2.2, SC 1.4.3',
          mend: { words: 'Settle the colours', change: inFace({ [name]: settledPalette(face[name]) }) },
        }));
    });
  },
};
