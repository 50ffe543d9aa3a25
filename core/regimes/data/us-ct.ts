import { consumers, TARGETING, UNDER_13, usState } from './us-state';

export const usCt = usState({
  id: 'us-ct',
  name: 'Connecticut',
  law: 'Connecticut Data Privacy Act, Conn. Gen. Stat. 42-515 ff.',
  from: '2023-07-01',
  articles: {
    object: 'Conn. Gen. Stat. 42-518(a)(5)',
    sensitive: 'Conn. Gen. Stat. 42-520(a)(4)',
    requests: 'Conn. Gen. Stat. 42-518(c)(1)',
    applies: 'Conn. Gen. Stat. 42-516',
  },
  attorneyGeneral: 'https://portal.ct.gov/ag',
  anyOf: consumers(100_000, 25_000, 25),
  gpc: { from: '2025-01-01', source: 'Conn. Gen. Stat. 42-520(e)(1)(A)(ii)' },
  minors: {
    value: [UNDER_13, { under: 16, needs: 'own-yes', of: TARGETING }],
    source: 'Conn. Gen. Stat. 42-520(a)(7)',
  },
  changes: [
    {
      on: '2026-07-01',
      what: 'The law binds from 35,000 consumers on, and whoever sells personal data or works with sensitive data.',
      applies: {
        value: { anyOf: consumers(35_000, 1, null), nonProfits: false },
        source: 'Public Act 25-113',
        toBeConfirmed: true,
      },
    },
  ],
});
