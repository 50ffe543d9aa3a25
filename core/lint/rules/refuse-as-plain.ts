import { drawn, lawOf } from '../inspect';
import type { LintRule } from '../types';
import { buttonsAlike, weakness } from '../weakness';

export const refuseAsPlain: LintRule = {
  id: 'refuse-as-plain',
  title: 'Refusing is as plain as accepting',
  weight: 'breach',
  means:
    'A refusal that is smaller, fainter, lighter or further away than the yes steers visitors. What counts is what they see: size, type, contrast, surface, place.',
  section: 'face',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ of, layer, region }) => {
      const law = lawOf(region, 'symmetry') ?? lawOf(region, 'refuse-first');
      const refuse = layer.acts.find(({ act }) => act === 'refuse');
      const accept = layer.acts.find(({ act }) => act === 'accept');
      if (!law || !region.asks || !refuse?.visible || !accept?.visible) return [];
      return weakness(refuse, accept).map((how) => ({
        what: `Refusing is ${how} on a ${of.device}`,
        ...law,
        mend: { words: 'Draw both alike', change: buttonsAlike },
      }));
    }),
};
