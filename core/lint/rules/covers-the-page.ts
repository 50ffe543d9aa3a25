import { drawn } from '../inspect';
import type { LintRule } from '../types';

export const coversThePage: LintRule = {
  id: 'covers-the-page',
  title: 'The page can still be used',
  weight: 'advice',
  means:
    'A bar or card that covers nearly all of a phone is a wall in all but name: a visitor has to reach help, imprint and policy.',
  section: 'form',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ of, layer }) => {
      const { kind } = inspected.setup.banner.form;
      const share = (layer.sheet.width * layer.sheet.height) / (of.window.width * of.window.height);
      if (layer.modal || kind === 'dialog' || kind === 'within' || share < 0.75) return [];
      const what = `It covers ${Math.round(share * 100)} per cent of a ${of.device} (${of.language})`;
      return [{ what, language: of.language, article: 'EDPB Guidelines 05/2020, 39' }];
    }),
};
