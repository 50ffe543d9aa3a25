import { lawOf } from '../inspect';
import type { LintRule } from '../types';

export const recipientsNamed: LintRule = {
  id: 'recipients-named',
  title: 'Whoever receives data is named',
  weight: 'breach',
  means:
    'An informed yes knows to whom; a service without its provider says a product’s name and not who stands behind it.',
  section: 'services',
  look: ({ setup, regions }) => {
    const unnamed = setup.services.filter(({ hosts, provider }) => hosts.length > 0 && !provider);
    if (unnamed.length === 0) return [];
    const names = unnamed.slice(0, 3).map(({ name }) => name);
    const what = `Of ${unnamed.length === 1 ? 'one service' : `${unnamed.length} services`} nobody says who provides them: ${names.join(', ')}${unnamed.length > 3 ? ' and others' : ''}`;
    return regions.flatMap((region) => {
      const law = region.asks ? lawOf(region, 'inform') : null;
      return law ? [{ what, ...law, article: 'GDPR art. 13(1)(e)' }] : [];
    });
  },
};
