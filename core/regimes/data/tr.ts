import type { Regime } from '../types';

export const tr: Regime = {
  id: 'tr',
  name: 'Turkey',
  parent: 'world',
  law: 'Law 6698 on the Protection of Personal Data (KVKK), with the cookie guideline of 2022',
  territory: ['TR'],
  inForce: { from: '2016-04-07' },
  modes: { default: { value: 'opt-in', source: 'KVKK art. 5(1); cookie guideline 2022' } },
  childAge: { value: 18, source: 'Civil Code art. 11; KVKK guidance', toBeConfirmed: true },
  minors: {
    value: [{ under: 18, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'Civil Code art. 11; KVKK guidance',
    toBeConfirmed: true,
  },
  requestDays: { value: { answer: 30, extension: null }, source: 'KVKK art. 13(2)' },
  rights: { value: ['access', 'rectification', 'erasure', 'objection', 'withdrawal'], source: 'KVKK art. 11' },
  authority: {
    value: { name: 'Kişisel Verileri Koruma Kurumu', url: 'https://www.kvkk.gov.tr/' },
    source: 'KVKK art. 19',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'KVKK art. 2',
    toBeConfirmed: true,
  },
  duties: [
    {
      text: 'The yes is explicit: informed, specific and free.',
      source: 'KVKK art. 3(1)(a)',
      about: ['inform', 'by-purpose'],
    },
  ],
  sources: ['Law 6698', 'KVKK, guideline on cookies 2022'],
  readOn: '2026-11-25',
};
