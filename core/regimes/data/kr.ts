import type { Regime } from '../types';

export const kr: Regime = {
  id: 'kr',
  name: 'Korea',
  parent: 'world',
  law: 'Personal Information Protection Act (PIPA)',
  territory: ['KR'],
  inForce: { from: '2011-09-30' },
  modes: { default: { value: 'opt-in', source: 'PIPA art. 15, 22' } },
  childAge: { value: 14, source: 'PIPA art. 22-2' },
  minors: {
    value: [{ under: 14, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'PIPA art. 22-2',
  },
  requestDays: { value: { answer: 10, extension: 10 }, source: 'PIPA art. 35; Enforcement Decree art. 41, 43' },
  rights: {
    value: ['access', 'rectification', 'erasure', 'restriction', 'portability', 'withdrawal'],
    source: 'PIPA art. 35 to 37',
  },
  authority: {
    value: { name: 'Personal Information Protection Commission', url: 'https://www.pipc.go.kr/' },
    source: 'PIPA art. 7',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'PIPA art. 2(5)',
    toBeConfirmed: true,
  },
  duties: [
    { text: 'What is required and what is optional are asked apart.', source: 'PIPA art. 22', about: ['by-purpose'] },
  ],
  sources: ['Act 10465'],
  readOn: '2026-11-25',
};
