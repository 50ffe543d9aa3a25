import { directionOf } from '../../language/index';
import { drawnLayers } from '../drawn-layers';
import type { LintRule } from '../types';

export const focusOrder: LintRule = {
  id: 'focus-order',
  title: 'The keyboard goes in the order in which it is read',
  weight: 'access',
  means: 'An order that jumps about loses whoever cannot see the whole at once.',
  section: 'face',
  look: (inspected) =>
    drawnLayers(inspected).flatMap(({ of, layer }) => {
      const acts = layer.acts.filter(
        ({ act, visible }) => visible && ['refuse', 'choose', 'save', 'accept'].includes(act),
      );
      const sign = directionOf(of.language) === 'rtl' ? -1 : 1;
      const read = [...acts].sort((a, b) => {
        const sameRow = a.box.y < b.box.y + b.box.height && b.box.y < a.box.y + a.box.height;
        return sameRow ? sign * (a.box.x - b.box.x) : a.box.y - b.box.y;
      });
      if (acts.every((act, i) => act === read[i])) return [];
      const what = `On a ${of.device} the keyboard goes ${acts.map(({ words }) => words).join(', ')}; it is read ${read.map(({ words }) => words).join(', ')}`;
      return [{ what, article: 'WCAG 2.2, SC 2.4.3' }];
    }),
};
