import { drawn, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const refuseNotScrolledTo: LintRule = {
  id: 'refuse-not-scrolled-to',
  title: 'Refusing takes no more steps than accepting',
  weight: 'breach',
  means: 'Where the yes is in sight and the no has to be scrolled to, refusing takes one step more.',
  section: 'form',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ of, layer, region }) => {
      const law = lawOf(region, 'refuse-first');
      const hidden = (name: string) => layer.acts.find(({ act }) => act === name)?.scrolledTo;
      if (!law || !region.asks || hidden('refuse') !== true || hidden('accept') !== false) return [];
      return [{ what: `Refusing has to be scrolled to on a ${of.device}, accepting does not`, ...law }];
    }),
};
