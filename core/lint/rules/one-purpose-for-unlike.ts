import { lawOf } from '../inspect';
import type { LintRule } from '../types';

export const onePurposeForUnlike: LintRule = {
  id: 'one-purpose-for-unlike',
  title: 'Unlike things are not asked for as one',
  weight: 'breach',
  means:
    'Measuring one’s own visits and selling what is known of a visitor are two questions; one box for both is no choice by purpose.',
  section: 'purposes',
  look: ({ setup, regions }) =>
    setup.purposes.flatMap(({ name, activities = [] }) => {
      const sells = activities.some((one) => one === 'sale' || one === 'sharing' || one === 'targeted-advertising');
      const own = activities.some((one) => one === 'own-statistics' || one === 'appearance');
      if (!sells || !own) return [];
      return regions.flatMap((region) => {
        const law = lawOf(region, 'by-purpose');
        return law
          ? [{ what: `“${name}” asks for the site’s own statistics and for advertising at once`, ...law }]
          : [];
      });
    }),
};
