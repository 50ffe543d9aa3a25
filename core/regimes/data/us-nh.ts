import { consumers, TARGETING, UNDER_13, usState } from './us-state';

export const usNh = usState({
  id: 'us-nh',
  name: 'New Hampshire',
  law: 'New Hampshire RSA ch. 507-H',
  from: '2025-01-01',
  articles: {
    object: 'RSA 507-H:4, I(e)',
    sensitive: 'RSA 507-H:6, I(d)',
    requests: 'RSA 507-H:4, III',
    applies: 'RSA 507-H:2',
  },
  attorneyGeneral: 'https://www.doj.nh.gov/',
  anyOf: consumers(35_000, 10_000, 25),
  gpc: { from: '2025-01-01', source: 'RSA 507-H:6, V' },
  minors: {
    value: [UNDER_13, { under: 16, needs: 'own-yes', of: TARGETING }],
    source: 'RSA 507-H:6, I(g)',
  },
});
