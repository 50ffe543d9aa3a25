import type { PolicyRule } from '../types';

export const saleAsInventory: PolicyRule = {
  id: 'sale-as-inventory',
  title: 'The answers deny a sale that the purposes name',
  weight: 'contradiction',
  article: 'Cal. Civ. Code § 1798.140(ad), (ah)',
  kinds: ['privacy', 'supplement'],
  look: ({ answers: { sale }, proposed }) => [
    ...(proposed.sale.sells && !sale.sells
      ? [
          {
            what: 'A purpose in use counts as sale, and the answers say that nothing is sold',
            mend: { answer: 'sale' } as const,
          },
        ]
      : []),
    ...(proposed.sale.shares && !sale.shares
      ? [
          {
            what: 'A purpose in use is advertising across sites, and the answers say that nothing is shared for it',
            mend: { answer: 'sale' } as const,
          },
        ]
      : []),
  ],
};
