import type { Regime } from '../types';

export const cn: Regime = {
  id: 'cn',
  name: 'China',
  parent: 'world',
  law: 'Personal Information Protection Law (PIPL)',
  territory: ['CN'],
  inForce: { from: '2021-11-01' },
  modes: { default: { value: 'opt-in', source: 'PIPL art. 13, 14' } },
  childAge: { value: 14, source: 'PIPL art. 31' },
  minors: {
    value: [{ under: 14, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'PIPL art. 31',
  },
  requestDays: {
    value: { answer: 15, extension: null },
    source: 'PIPL art. 50: timely; national standard: 15 working days',
    toBeConfirmed: true,
  },
  rights: {
    value: ['access', 'rectification', 'erasure', 'objection', 'portability', 'withdrawal'],
    source: 'PIPL art. 15, 44 to 47',
  },
  authority: {
    value: { name: 'Cyberspace Administration of China', url: 'http://www.cac.gov.cn/' },
    source: 'PIPL art. 60',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'PIPL art. 3',
  },
  duties: [
    { text: 'A yes of its own for sending data to others, and out of the country.', source: 'PIPL art. 23, 39' },
  ],
  sources: ['PIPL of 20 August 2021'],
  readOn: '2026-11-25',
};
