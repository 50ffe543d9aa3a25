import type { LintRule } from '../types';

export const thirdCountriesTold: LintRule = {
  id: 'third-countries-told',
  title: 'It is told where data goes',
  weight: 'advice',
  means: 'Visitors are to know when what they leave goes to another country.',
  section: 'services',
  look: ({ setup }) => {
    const unknown = setup.services.filter(({ hosts, country, provider }) => hosts.length > 0 && provider && !country);
    if (unknown.length === 0) return [];
    const what = `Of ${unknown.length === 1 ? 'one provider' : `${unknown.length} providers`} the country is not said: ${unknown
      .slice(0, 3)
      .map(({ name }) => name)
      .join(', ')}`;
    return [{ what, article: 'GDPR art. 13(1)(f)' }];
  },
};
