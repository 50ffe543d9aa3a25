import { drawn, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const policySeen: LintRule = {
  id: 'policy-seen',
  title: 'The link to the policy is seen',
  weight: 'breach',
  means: 'A policy that nobody can find informs nobody.',
  section: 'face',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ of, layer, region }) => {
      const law = inspected.setup.banner.policyUrl && !layer.policySeen ? lawOf(region, 'inform') : null;
      return law ? [{ what: `The link to the policy is not seen on a ${of.device}`, ...law }] : [];
    }),
};
