import { drawnLayers } from '../drawn-layers';
import type { LintRule } from '../types';

export const buttonToldApart: LintRule = {
  id: 'button-told-apart',
  title: 'Buttons can be told from text',
  weight: 'access',
  means: 'A button whose surface and border are as good as those of the sheet is not seen as one.',
  section: 'face',
  look: (inspected) => {
    const { form, face } = inspected.setup.banner;
    // What is drawn as a link is not meant to be a button.
    const drawnAs: Record<string, string> = {
      ...face.weights,
      save: face.weights.choose,
      ...(form.purposesFirst && { choose: 'plain' }),
    };
    return drawnLayers(inspected).flatMap(({ layer }) =>
      layer.acts
        .filter(({ act, visible, edge }) => visible && edge < 3 && (drawnAs[act] ?? 'plain') !== 'plain')
        .map(({ words, edge }) => ({
          what: `“${words}” is told from the sheet by ${edge.toFixed(1)} to 1; it needs 3`,
          article: 'WCAG 2.2, SC 1.4.11',
        })),
    );
  },
};
