import { hostedPolicy } from '../../setup/gate-base';
import type { Setup } from '../../setup/types';
import { lawOf } from '../inspect';
import type { LintRule } from '../types';

const linked = (setup: Setup): Setup => ({
  ...setup,
  banner: { ...setup.banner, policyUrl: hostedPolicy(setup) },
});

export const policyNamed: LintRule = {
  id: 'policy-named',
  title: 'The policy is named',
  weight: 'breach',
  means: 'Who wants to know more must be led to it from the banner.',
  section: 'words',
  look: ({ setup, regions }) => {
    if (setup.banner.policyUrl) return [];
    return regions.flatMap((region) => {
      const law = region.asks || region.objects ? lawOf(region, 'inform') : null;
      if (!law) return [];
      const what = 'No address of a cookie policy is given, so the banner links to none';
      return [{ what, ...law, mend: { words: 'Link to the hosted one', change: linked } }];
    });
  },
};
