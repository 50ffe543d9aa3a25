import { consumers, TARGETING, UNDER_13, usState } from './us-state';

export const usMt = usState({
  id: 'us-mt',
  name: 'Montana',
  law: 'Montana Consumer Data Privacy Act, Mont. Code 30-14-2801 ff.',
  from: '2024-10-01',
  articles: {
    object: 'Mont. Code 30-14-2808(1)(e)',
    sensitive: 'Mont. Code 30-14-2812(2)(b)',
    requests: 'Mont. Code 30-14-2808(3)',
    applies: 'Mont. Code 30-14-2803',
  },
  attorneyGeneral: 'https://dojmt.gov/',
  anyOf: consumers(50_000, 25_000, 25),
  gpc: { from: '2025-01-01', source: 'Mont. Code 30-14-2812' },
  minors: {
    value: [UNDER_13, { under: 16, needs: 'own-yes', of: TARGETING }],
    source: 'Mont. Code 30-14-2812(2)(d)',
  },
  changes: [
    {
      on: '2025-10-01',
      what: 'The law binds from 25,000 consumers on, or 15,000 with a quarter of the revenue from selling data.',
      applies: {
        value: { anyOf: consumers(25_000, 15_000, 25), nonProfits: false },
        source: 'Senate Bill 297 of 2025',
      },
    },
  ],
});
