import { consumers, TARGETING, UNDER_13, usState } from './us-state';

export const usNj = usState({
  id: 'us-nj',
  name: 'New Jersey',
  law: 'New Jersey Data Privacy Act, N.J.S.A. 56:8-166.4 ff.',
  from: '2025-01-15',
  articles: {
    object: 'N.J.S.A. 56:8-166.8',
    sensitive: 'N.J.S.A. 56:8-166.12(a)(4)',
    requests: 'N.J.S.A. 56:8-166.7',
    applies: 'N.J.S.A. 56:8-166.5',
  },
  attorneyGeneral: 'https://www.njoag.gov/',
  anyOf: consumers(100_000, 25_000, null),
  gpc: { from: '2025-07-15', source: 'N.J.S.A. 56:8-166.11' },
  minors: {
    value: [UNDER_13, { under: 17, needs: 'own-yes', of: TARGETING }],
    source: 'N.J.S.A. 56:8-166.12(a)(7)',
  },
  nonProfits: true,
});
