import type { PolicyRule } from '../types';

export const imprintComplete: PolicyRule = {
  id: 'imprint-complete',
  title: 'Who acts for the provider, and its register',
  weight: 'advice',
  article: 'Directive 2000/31/EC Art. 5(1)(d), (g)',
  kinds: ['imprint'],
  look: ({ answers: { controller } }) =>
    (
      [
        ['representedBy', 'who represents it'],
        ['register', 'register and number'],
        ['vat', 'VAT number'],
      ] as const
    )
      .filter(([field]) => !controller[field])
      .map(([, name]) => ({ what: `Not answered: ${name}, where there is one`, mend: { answer: 'controller' } })),
};
