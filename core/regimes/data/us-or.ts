import { consumers, TARGETING, UNDER_13, usState } from './us-state';

export const usOr = usState({
  id: 'us-or',
  name: 'Oregon',
  law: 'Oregon Consumer Privacy Act, ORS 646A.570 ff.',
  from: '2024-07-01',
  articles: {
    object: 'ORS 646A.574(1)(d)',
    sensitive: 'ORS 646A.578(2)(b)',
    requests: 'ORS 646A.576(5)',
    applies: 'ORS 646A.572',
  },
  attorneyGeneral: 'https://www.doj.state.or.us/',
  anyOf: consumers(100_000, 25_000, 25),
  gpc: { from: '2026-01-01', source: 'ORS 646A.578(5)' },
  minors: {
    value: [UNDER_13, { under: 16, needs: 'own-yes', of: TARGETING }],
    source: 'ORS 646A.578(2)(c)',
  },
  nonProfits: true,
  rights: [
    'access',
    'rectification',
    'erasure',
    'portability',
    'opt-out-of-sale',
    'opt-out-of-targeting',
    'list-of-recipients',
  ],
});
