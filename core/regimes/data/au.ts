import type { Regime } from '../types';

export const au: Regime = {
  id: 'au',
  name: 'Australia',
  parent: 'world',
  law: 'Privacy Act 1988, Australian Privacy Principles',
  territory: ['AU'],
  inForce: { from: '2014-03-12' },
  modes: {
    default: { value: 'notice', source: 'APP 5' },
    'sensitive-data': { value: 'opt-in', source: 'APP 3.3' },
  },
  childAge: { value: 15, source: 'OAIC, APP guidelines B.56: presumed capable from 15' },
  requestDays: { value: { answer: 30, extension: null }, source: 'APP 12.4' },
  rights: { value: ['access', 'rectification'], source: 'APP 12, 13' },
  authority: {
    value: { name: 'Office of the Australian Information Commissioner', url: 'https://www.oaic.gov.au/' },
    source: 'Privacy Act s. 28',
  },
  applies: {
    value: { anyOf: [[{ code: 'revenue', atLeast: 3_000_000, currency: 'AUD' }]], nonProfits: true },
    source: 'Privacy Act s. 6C, 6D',
  },
  duties: [
    { text: 'A notice says what is collected, for what, and to whom it goes.', source: 'APP 5', about: ['inform'] },
  ],
  sources: ['Privacy Act 1988 (Cth)'],
  readOn: '2026-11-25',
};
