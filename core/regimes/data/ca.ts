import type { Regime } from '../types';

export const ca: Regime = {
  id: 'ca',
  name: 'Canada',
  parent: 'world',
  law: 'Personal Information Protection and Electronic Documents Act (PIPEDA)',
  territory: ['CA'],
  inForce: { from: '2001-01-01' },
  modes: {
    default: { value: 'opt-out', source: 'PIPEDA schedule 1, 4.3.6; OPC guidelines on online behavioural advertising' },
    'sensitive-data': { value: 'opt-in', source: 'PIPEDA s. 6.1 and schedule 1, 4.3.4' },
  },
  childAge: { value: 13, source: 'OPC, guidelines for obtaining meaningful consent' },
  minors: {
    value: [{ under: 13, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'OPC, guidelines for obtaining meaningful consent',
  },
  requestDays: { value: { answer: 30, extension: 30 }, source: 'PIPEDA s. 8(3), (4)' },
  rights: { value: ['access', 'rectification', 'withdrawal'], source: 'PIPEDA schedule 1, 4.3.8, 4.9' },
  authority: {
    value: { name: 'Office of the Privacy Commissioner of Canada', url: 'https://www.priv.gc.ca/' },
    source: 'PIPEDA s. 11',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: false },
    source: 'PIPEDA s. 4',
  },
  duties: [
    {
      text: 'Say it before or when it is collected; objecting is easy, and takes effect at once.',
      source: 'OPC guidelines on online behavioural advertising',
      about: ['inform'],
    },
  ],
  sources: ['S.C. 2000, c. 5'],
  readOn: '2026-11-25',
};
