import type { Regime } from '../types';

/** Where no other regime holds, and what every other has where it says nothing itself. */
export const world: Regime = {
  id: 'world',
  name: 'Rest of the world',
  law: 'No law that is known here; the organisation’s own default',
  territory: [],
  inForce: { from: '1990-01-01' },
  modes: { default: { value: 'notice', source: 'good practice: say what is done' } },
  gpc: { value: 'refuses', source: 'no law; obeyed as a courtesy' },
  yesDays: { value: null, source: 'no time set' },
  refusalDays: { value: null, source: 'no time set' },
  askAgainDays: { value: null, source: 'no time set' },
  links: { value: [], source: 'no wording set' },
  childAge: { value: 16, source: 'the highest age of GDPR art. 8, taken to be safe' },
  minors: { value: [], source: 'no law that is known here' },
  requestDays: { value: { answer: 30, extension: null }, source: 'good practice: within a month' },
  rights: { value: ['access', 'rectification', 'erasure'], source: 'good practice' },
  authority: {
    value: { name: 'Global Privacy Assembly, list of authorities', url: 'https://globalprivacyassembly.org/' },
    source: 'where no regime names one',
  },
  applies: {
    value: { anyOf: [[{ code: 'offers-here' }]], nonProfits: true },
    source: 'the organisation’s own default',
  },
  duties: [],
  sources: [],
  readOn: '2026-11-25',
};
