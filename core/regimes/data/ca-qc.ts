import type { Regime } from '../types';

export const caQc: Regime = {
  id: 'ca-qc',
  name: 'Quebec',
  parent: 'ca',
  law: 'Act respecting the protection of personal information in the private sector (P-39.1), as changed by Law 25',
  territory: ['CA-QC'],
  inForce: { from: '2023-09-22' },
  modes: {
    default: {
      value: 'opt-in',
      source: 'P-39.1 s. 8.1: what identifies, locates or profiles is off until it is turned on',
    },
  },
  childAge: { value: 14, source: 'P-39.1 s. 4.1' },
  minors: {
    value: [{ under: 14, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'P-39.1 s. 4.1',
  },
  requestDays: { value: { answer: 30, extension: null }, source: 'P-39.1 s. 32' },
  rights: {
    value: ['access', 'rectification', 'erasure', 'objection', 'portability', 'withdrawal'],
    source: 'P-39.1 s. 27 to 28.1',
  },
  authority: {
    value: { name: 'Commission d’accès à l’information', url: 'https://www.cai.gouv.qc.ca/' },
    source: 'P-39.1 s. 35',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'P-39.1 s. 1',
  },
  duties: [
    {
      text: 'The request is clear, by purpose, and apart from other terms.',
      source: 'P-39.1 s. 14',
      about: ['inform', 'by-purpose'],
    },
    { text: 'Settings give the highest privacy without any act of the visitor.', source: 'P-39.1 s. 9.1' },
  ],
  sources: ['CQLR c. P-39.1'],
  readOn: '2026-11-25',
};
