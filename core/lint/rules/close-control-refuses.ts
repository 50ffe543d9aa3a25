import { drawn, inFace, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const closeControlRefuses: LintRule = {
  id: 'close-control-refuses',
  title: 'The control that closes is there, and refuses',
  weight: 'breach',
  means: 'Where the law asks for a cross that closes the banner and means a refusal, it has to be seen.',
  section: 'face',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ of, layer, region }) => {
      const law = region.rule.shows?.closeRefuses && lawOf(region, 'close-refuses');
      if (!law || layer.acts.some(({ act, visible }) => act === 'close-refuse' && visible)) return [];
      const what = `The cross that refuses is not seen on a ${of.device}`;
      return [{ what, ...law, mend: { words: 'Leave out the site’s own CSS', change: inFace({ css: '' }) } }];
    }),
};
