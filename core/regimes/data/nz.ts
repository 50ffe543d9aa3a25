import type { Regime } from '../types';

export const nz: Regime = {
  id: 'nz',
  name: 'New Zealand',
  parent: 'world',
  law: 'Privacy Act 2020, information privacy principles',
  territory: ['NZ'],
  inForce: { from: '2020-12-01' },
  modes: { default: { value: 'notice', source: 'IPP 3' } },
  requestDays: { value: { answer: 28, extension: null }, source: 'Privacy Act 2020 s. 44: 20 working days' },
  rights: { value: ['access', 'rectification'], source: 'IPP 6, 7' },
  authority: {
    value: { name: 'Office of the Privacy Commissioner', url: 'https://www.privacy.org.nz/' },
    source: 'Privacy Act 2020 s. 13',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'Privacy Act 2020 s. 4',
  },
  duties: [
    { text: 'A notice says what is collected, for what, and to whom it goes.', source: 'IPP 3', about: ['inform'] },
  ],
  sources: ['Privacy Act 2020'],
  readOn: '2026-11-25',
};
