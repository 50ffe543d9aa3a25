import { drawn, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const chooseByPurpose: LintRule = {
  id: 'choose-by-purpose',
  title: 'A choice by purpose can be reached',
  weight: 'breach',
  means: 'A yes is given for each purpose by itself, so a way to choose among them has to be in sight.',
  section: 'face',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ of, layer, region }) => {
      const law = lawOf(region, 'by-purpose');
      const asked = Object.values(region.rule.modes).filter((mode) => mode === 'opt-in').length;
      const way = layer.acts.some(({ act, visible }) => (act === 'choose' || act === 'save') && visible);
      if (!law || asked < 2 || way) return [];
      return [{ what: `On a ${of.device} nobody sees how to choose by purpose`, ...law }];
    }),
};
