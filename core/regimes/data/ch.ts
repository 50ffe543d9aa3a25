import type { Regime } from '../types';

export const ch: Regime = {
  id: 'ch',
  name: 'Switzerland',
  parent: 'world',
  law: 'Telecommunications Act (FMG) art. 45c, and the Federal Act on Data Protection of 2020',
  territory: ['CH'],
  inForce: { from: '2023-09-01' },
  modes: {
    default: { value: 'opt-out', source: 'FMG art. 45c(b): inform, and show how to refuse' },
    profiling: { value: 'opt-in', source: 'FADP art. 6(7)(b), profiling of high risk' },
    'sensitive-data': { value: 'opt-in', source: 'FADP art. 6(7)(a)' },
  },
  childAge: {
    value: 16,
    source: 'Civil Code art. 19: capable of judgement; taken with GDPR art. 8',
    toBeConfirmed: true,
  },
  minors: {
    value: [{ under: 16, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'Civil Code art. 19',
    toBeConfirmed: true,
  },
  requestDays: { value: { answer: 30, extension: null }, source: 'FADP art. 25(7)' },
  rights: {
    value: ['access', 'rectification', 'erasure', 'objection', 'portability', 'withdrawal'],
    source: 'FADP art. 25, 28, 30, 32',
  },
  authority: {
    value: { name: 'Federal Data Protection and Information Commissioner', url: 'https://www.edoeb.admin.ch/' },
    source: 'FADP art. 4',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'FADP art. 3',
  },
  duties: [
    { text: 'Say what is stored and for what, and that it can be refused.', source: 'FMG art. 45c', about: ['inform'] },
  ],
  sources: ['SR 784.10', 'SR 235.1'],
  readOn: '2026-11-25',
};
