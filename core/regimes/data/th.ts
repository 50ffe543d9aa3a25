import type { Regime } from '../types';

export const th: Regime = {
  id: 'th',
  name: 'Thailand',
  parent: 'world',
  law: 'Personal Data Protection Act B.E. 2562',
  territory: ['TH'],
  inForce: { from: '2022-06-01' },
  modes: { default: { value: 'opt-in', source: 'PDPA s. 19' } },
  childAge: { value: 20, source: 'PDPA s. 20; Civil and Commercial Code s. 19' },
  minors: {
    value: [
      { under: 10, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] },
      { under: 20, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] },
    ],
    source: 'PDPA s. 20',
    toBeConfirmed: true,
  },
  requestDays: { value: { answer: 30, extension: null }, source: 'PDPA s. 30' },
  rights: {
    value: ['access', 'rectification', 'erasure', 'restriction', 'portability', 'objection', 'withdrawal'],
    source: 'PDPA s. 19, 30 to 36',
  },
  authority: {
    value: { name: 'Personal Data Protection Committee', url: 'https://www.pdpc.or.th/' },
    source: 'PDPA s. 8',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'PDPA s. 5',
  },
  duties: [
    {
      text: 'The request is plain, and apart from other matters; withdrawing is as easy as giving.',
      source: 'PDPA s. 19',
      about: ['inform', 'withdraw'],
    },
  ],
  sources: ['PDPA B.E. 2562 (2019)'],
  readOn: '2026-11-25',
};
