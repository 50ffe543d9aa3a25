import { consumers, TARGETING, UNDER_13, usState } from './us-state';

export const usMn = usState({
  id: 'us-mn',
  name: 'Minnesota',
  law: 'Minnesota Consumer Data Privacy Act, Minn. Stat. ch. 325M',
  from: '2025-07-31',
  articles: {
    object: 'Minn. Stat. 325M.14, subd. 1(f)',
    sensitive: 'Minn. Stat. 325M.16, subd. 2(d)',
    requests: 'Minn. Stat. 325M.14, subd. 4',
    applies: 'Minn. Stat. 325M.12',
  },
  attorneyGeneral: 'https://www.ag.state.mn.us/',
  anyOf: consumers(100_000, 25_000, 25),
  gpc: { from: '2025-07-31', source: 'Minn. Stat. 325M.14, subd. 3' },
  minors: {
    value: [UNDER_13, { under: 17, needs: 'own-yes', of: TARGETING }],
    source: 'Minn. Stat. 325M.16, subd. 2(f)',
  },
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
