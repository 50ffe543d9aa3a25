import { drawn, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const nothingTicked: LintRule = {
  id: 'nothing-ticked',
  title: 'Nothing is ticked beforehand',
  weight: 'breach',
  means: 'A box that is ticked already is no yes: consent takes an act of the visitor.',
  section: 'purposes',
  look: (inspected) =>
    [...drawn(inspected, 'first'), ...drawn(inspected, 'panel')].flatMap(({ layer, region }) => {
      const law = lawOf(region, 'no-ticks');
      const ticked = layer.ticks.filter(({ purpose, ticked }) => ticked && region.rule.modes[purpose] === 'opt-in');
      return law ? ticked.map(({ purpose }) => ({ what: `“${purpose}” is ticked before anybody chose`, ...law })) : [];
    }),
};
