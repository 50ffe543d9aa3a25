import { drawn, inFace, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const refuseFirstLayer: LintRule = {
  id: 'refuse-first-layer',
  title: 'Refusing stands on the first layer',
  weight: 'breach',
  means:
    'Whoever can say yes at once must be able to say no at once. A refusal that is hidden, covered or a layer away makes the yes worthless.',
  section: 'face',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ of, layer, region }) => {
      const law = lawOf(region, 'refuse-first');
      if (!law || !region.asks || layer.acts.some(({ act, visible }) => act === 'refuse' && visible)) return [];
      const what = `On a ${of.device} nobody sees how to refuse on the first layer`;
      return [{ what, ...law, mend: { words: 'Leave out the site’s own CSS', change: inFace({ css: '' }) } }];
    }),
};
