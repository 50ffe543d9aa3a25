import type { Regime } from '../types';

export const jp: Regime = {
  id: 'jp',
  name: 'Japan',
  parent: 'world',
  law: 'Telecommunications Business Act art. 27-12 (external transmission), and the Act on the Protection of Personal Information',
  territory: ['JP'],
  inForce: { from: '2023-06-16' },
  modes: {
    default: { value: 'notice', source: 'Telecommunications Business Act art. 27-12' },
    sharing: { value: 'opt-in', source: 'APPI art. 31: where the receiver joins it to personal data' },
    sale: { value: 'opt-in', source: 'APPI art. 31: where the receiver joins it to personal data' },
    'sensitive-data': { value: 'opt-in', source: 'APPI art. 20(2)' },
  },
  childAge: { value: 15, source: 'PPC guidelines: about 12 to 15 years', toBeConfirmed: true },
  minors: {
    value: [{ under: 15, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'PPC guidelines: about 12 to 15 years',
    toBeConfirmed: true,
  },
  requestDays: { value: { answer: null, extension: null }, source: 'APPI art. 33: without delay' },
  rights: { value: ['access', 'rectification', 'erasure', 'objection'], source: 'APPI art. 33 to 35' },
  authority: {
    value: { name: 'Personal Information Protection Commission', url: 'https://www.ppc.go.jp/en/' },
    source: 'APPI art. 130',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'APPI art. 171',
  },
  duties: [
    {
      text: 'Say what is sent out of the device, to whom, and for what.',
      source: 'Telecommunications Business Act art. 27-12',
      about: ['inform'],
    },
  ],
  sources: ['Act 86 of 1984', 'Act 57 of 2003'],
  readOn: '2026-11-25',
};
