import { ACTIVITIES, type Regime } from '../types';

export const za: Regime = {
  id: 'za',
  name: 'South Africa',
  parent: 'world',
  law: 'Protection of Personal Information Act (POPIA)',
  territory: ['ZA'],
  inForce: { from: '2021-07-01' },
  modes: {
    default: { value: 'opt-out', source: 'POPIA s. 11(3)' },
    'targeted-advertising': {
      value: 'opt-in',
      source: 'POPIA s. 69: direct marketing by electronic communication',
      toBeConfirmed: true,
    },
    'sensitive-data': { value: 'opt-in', source: 'POPIA s. 27(1)(a)' },
  },
  childAge: { value: 18, source: 'POPIA s. 34, 35' },
  minors: {
    // All personal information of children, not only what is sold or targeted.
    value: [{ under: 18, needs: 'guardian', of: ['default', ...ACTIVITIES] }],
    source: 'POPIA s. 34, 35(1)(a)',
  },
  requestDays: {
    value: { answer: 30, extension: 30 },
    source: 'PAIA s. 56; POPIA s. 23: a reasonable time',
    toBeConfirmed: true,
  },
  rights: {
    value: ['access', 'rectification', 'erasure', 'objection', 'withdrawal'],
    source: 'POPIA s. 11(3), 23, 24',
  },
  authority: { value: { name: 'Information Regulator', url: 'https://inforegulator.org.za/' }, source: 'POPIA s. 39' },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'POPIA s. 3',
    toBeConfirmed: true,
  },
  duties: [{ text: 'Say what is collected, and for what.', source: 'POPIA s. 18', about: ['inform'] }],
  sources: ['Act 4 of 2013'],
  readOn: '2026-11-25',
};
