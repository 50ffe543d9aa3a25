import type { PolicyRule } from '../types';

export const slippedServices: PolicyRule = {
  id: 'slipped-services',
  title: 'The site does what the text says it does not',
  weight: 'contradiction',
  article: 'GDPR Art. 5(1)(a); Directive 2002/58/EC Art. 5(3)',
  kinds: ['privacy', 'cookies'],
  look: ({ slipped, setup }) =>
    slipped.map((id) => ({
      what: `${setup.services.find((one) => one.id === id)?.name ?? id} fired before a yes when the site was last checked`,
      mend: { station: 'check' },
    })),
};
