import { settledPalette } from '../../banner/palette';
import type { Setup } from '../../setup/types';
import { drawnLayers } from '../drawn-layers';
import { inFace } from '../inspect';
import type { LintRule } from '../types';

const settled = ({ banner: { face } }: Setup) =>
  inFace({ light: settledPalette(face.light), dark: settledPalette(face.dark), css: '' });

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
          mend: { words: 'Settle the colours', change: settled(inspected.setup) },
        },
      ];
    }),
};
