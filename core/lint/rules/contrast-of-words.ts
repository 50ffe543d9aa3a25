import { drawnLayers } from '../drawn-layers';
import { inFace } from '../inspect';
import type { LintRule } from '../types';

export const contrastOfWords: LintRule = {
  id: 'contrast-of-words',
  title: 'Words stand out from what is behind them',
  weight: 'access',
  means: 'Many people cannot read faint type, and nobody can in the sun.',
  section: 'face',
  look: (inspected) =>
    drawnLayers(inspected).flatMap(({ layer }) => {
      const [worst] = layer.faint;
      if (!worst) return [];
      return [
        {
          what: `“${worst.words.slice(0, 40)}” has a contrast of ${worst.contrast.toFixed(1)}; it needs ${worst.needs}`,
          article: 'WCAG 2.2, SC 1.4.3',
          mend: { words: 'Leave out the site’s own CSS', change: inFace({ css: '' }) },
        },
      ];
    }),
};
