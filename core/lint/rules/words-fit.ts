import { drawnLayers } from '../drawn-layers';
import type { LintRule } from '../types';

export const wordsFit: LintRule = {
  id: 'words-fit',
  title: 'The words fit where they stand',
  weight: 'access',
  means: 'What goes beyond the sides cannot be read, and what goes beyond the end cannot be reached.',
  section: 'words',
  look: (inspected) =>
    drawnLayers(inspected).flatMap(({ of, layer }) => {
      const button = layer.acts.find(({ overflows, visible }) => overflows && visible);
      const where = layer.layer === 'first' ? 'first layer' : 'panel';
      const what = button
        ? `“${button.words.slice(0, 40)}” goes beyond its button on a ${of.device} (${of.language})`
        : `Part of the ${where} is cut off on a ${of.device} (${of.language})`;
      return button || layer.cutOff ? [{ what, language: of.language, article: 'WCAG 2.2, SC 1.4.10' }] : [];
    }),
};
