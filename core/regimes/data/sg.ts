import type { Regime } from '../types';

export const sg: Regime = {
  id: 'sg',
  name: 'Singapore',
  parent: 'world',
  law: 'Personal Data Protection Act 2012',
  territory: ['SG'],
  inForce: { from: '2014-07-02' },
  modes: { default: { value: 'notice', source: 'PDPA s. 15, 15A: deemed consent, by conduct and by notification' } },
  childAge: { value: 13, source: 'PDPC advisory guidelines for selected topics' },
  minors: {
    value: [{ under: 13, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'PDPC advisory guidelines on children’s personal data',
    toBeConfirmed: true,
  },
  requestDays: { value: { answer: 30, extension: null }, source: 'PDP Regulations 2021 reg. 5' },
  rights: { value: ['access', 'rectification', 'withdrawal'], source: 'PDPA s. 16, 21, 22' },
  authority: {
    value: { name: 'Personal Data Protection Commission', url: 'https://www.pdpc.gov.sg/' },
    source: 'PDPA s. 5',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'PDPA s. 4',
    toBeConfirmed: true,
  },
  duties: [
    { text: 'Say for what data is used, by the time it is collected.', source: 'PDPA s. 20', about: ['inform'] },
  ],
  sources: ['Act 26 of 2012'],
  readOn: '2026-11-25',
};
