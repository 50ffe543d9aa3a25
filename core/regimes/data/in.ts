import type { Regime } from '../types';

export const india: Regime = {
  id: 'in',
  name: 'India',
  parent: 'world',
  law: 'Digital Personal Data Protection Act 2023, with the Rules of 2025, by stages',
  territory: ['IN'],
  inForce: { from: '2025-11-14' },
  modes: { default: { value: 'notice', source: 'before DPDP Act s. 6 is in force' } },
  childAge: { value: 18, source: 'DPDP Act s. 2(f), 9' },
  rights: { value: ['access', 'rectification', 'erasure', 'withdrawal'], source: 'DPDP Act s. 6(4), 11, 12' },
  authority: {
    value: { name: 'Data Protection Board of India', url: 'https://www.meity.gov.in/' },
    source: 'DPDP Act s. 18',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'DPDP Act s. 3',
  },
  duties: [
    { text: 'The notice can be had in English and in each of the 22 listed languages.', source: 'DPDP Act s. 5(3)' },
    { text: 'Withdrawing is as easy as giving.', source: 'DPDP Act s. 6(4)', about: ['withdraw'] },
  ],
  changes: [
    {
      on: '2027-05-14',
      what: 'Consent, notice and the rules for children come into force, eighteen months after the Rules.',
      modes: { default: { value: 'opt-in', source: 'DPDP Act s. 6', toBeConfirmed: true } },
      minors: {
        value: [{ under: 18, needs: 'forbidden', of: ['sharing', 'targeted-advertising', 'profiling'] }],
        source: 'DPDP Act s. 9(3)',
        toBeConfirmed: true,
      },
    },
  ],
  sources: ['Act 22 of 2023', 'Digital Personal Data Protection Rules, 2025'],
  readOn: '2026-11-25',
};
