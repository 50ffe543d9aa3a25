import type { Regime } from '../types';
import { consumers, TARGETING, UNDER_13 } from './us-state';

const OBJECT = { value: 'opt-out', source: 'C.R.S. 6-1-1306(1)(a)(I)' } as const;

export const usCo: Regime = {
  id: 'us-co',
  name: 'Colorado',
  parent: 'us',
  law: 'Colorado Privacy Act, C.R.S. 6-1-1301 ff.',
  territory: ['US-CO'],
  inForce: { from: '2023-07-01' },
  modes: {
    default: { value: 'notice', source: 'C.R.S. 6-1-1308(1)(a)' },
    sale: OBJECT,
    'targeted-advertising': OBJECT,
    profiling: OBJECT,
    'sensitive-data': { value: 'opt-in', source: 'C.R.S. 6-1-1308(7)' },
  },
  yesDays: { value: null, source: 'C.R.S. 6-1-1306 sets no time' },
  refusalDays: { value: null, source: 'C.R.S. 6-1-1306(1)(a)' },
  askAgainDays: { value: null, source: '4 CCR 904-3, rule 7.05', toBeConfirmed: true },
  links: { value: [], source: '4 CCR 904-3, rule 4.03 asks for no fixed wording' },
  childAge: { value: 13, source: 'C.R.S. 6-1-1303(4)' },
  requestDays: { value: { answer: 45, extension: 45 }, source: 'C.R.S. 6-1-1306(2)(a)' },
  rights: {
    value: [
      'access',
      'rectification',
      'erasure',
      'portability',
      'opt-out-of-sale',
      'opt-out-of-targeting',
      'opt-out-of-profiling',
      'appeal',
    ],
    source: 'C.R.S. 6-1-1306',
  },
  authority: { value: { name: 'Attorney General of Colorado', url: 'https://coag.gov/' }, source: 'C.R.S. 6-1-1311' },
  applies: { value: { anyOf: consumers(100_000, 25_000, null), nonProfits: true }, source: 'C.R.S. 6-1-1304' },
  changes: [
    {
      on: '2024-07-01',
      what: 'A signal such as Global Privacy Control has to be obeyed.',
      gpc: { value: 'binds', source: 'C.R.S. 6-1-1306(1)(a)(IV)(B)' },
    },
    {
      on: '2025-10-01',
      what: 'For minors sale, targeted advertising and profiling wait for a yes.',
      minors: {
        value: [UNDER_13, { under: 18, needs: 'own-yes', of: [...TARGETING, 'profiling'] }],
        source: 'C.R.S. 6-1-1308.5',
        toBeConfirmed: true,
      },
    },
  ],
  duties: [
    {
      text: 'A clear way to opt out, in the policy and in an easily found place outside it.',
      source: 'C.R.S. 6-1-1306(1)(a)(III)',
    },
    { text: 'No dark patterns.', source: '4 CCR 904-3, rule 7.09', about: ['symmetry'] },
    { text: 'A universal opt-out signal is obeyed.', source: 'C.R.S. 6-1-1306(1)(a)(IV)' },
  ],
  sources: ['Colorado Revised Statutes 6-1-1301 to 1313', '4 CCR 904-3'],
  readOn: '2026-11-25',
};
