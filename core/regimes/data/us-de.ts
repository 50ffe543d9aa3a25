import { consumers, TARGETING, UNDER_13, usState } from './us-state';

export const usDe = usState({
  id: 'us-de',
  name: 'Delaware',
  law: 'Delaware Personal Data Privacy Act, 6 Del. C. 12D-101 ff.',
  from: '2025-01-01',
  articles: {
    object: '6 Del. C. 12D-104(a)(6)',
    sensitive: '6 Del. C. 12D-106(a)(4)',
    requests: '6 Del. C. 12D-104(c)',
    applies: '6 Del. C. 12D-103',
  },
  attorneyGeneral: 'https://attorneygeneral.delaware.gov/',
  anyOf: consumers(35_000, 10_000, 20),
  gpc: { from: '2026-01-01', source: '6 Del. C. 12D-106(e)' },
  minors: {
    value: [UNDER_13, { under: 18, needs: 'own-yes', of: TARGETING }],
    source: '6 Del. C. 12D-106(a)(7)',
  },
  nonProfits: true,
});
