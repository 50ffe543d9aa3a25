import type { LintRule } from '../types';

export const saleAsNecessary: LintRule = {
  id: 'sale-as-necessary',
  title: 'Nothing that is sold passes as necessary',
  weight: 'breach',
  means:
    'What nobody can refuse must be needed for what the visitor asked for; selling, sharing and advertising are not.',
  section: 'purposes',
  look: ({ setup }) =>
    setup.purposes
      .filter(({ necessary, activities = [] }) => necessary && activities.length > 0)
      .map(({ name, activities = [] }) => ({
        what: `“${name}” cannot be refused, yet is said to be for ${activities.join(', ')}`,
        article: 'ePrivacy Directive art. 5(3), second sentence; CCPA regulations § 7002',
      })),
};
