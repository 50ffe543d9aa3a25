import { usState } from './us-state';

export const usTn = usState({
  id: 'us-tn',
  name: 'Tennessee',
  law: 'Tennessee Information Protection Act, Tenn. Code 47-18-3301 ff.',
  from: '2025-07-01',
  articles: {
    object: 'Tenn. Code 47-18-3304(a)(2)',
    sensitive: 'Tenn. Code 47-18-3305(a)(6)',
    requests: 'Tenn. Code 47-18-3304(b)',
    applies: 'Tenn. Code 47-18-3303',
  },
  attorneyGeneral: 'https://www.tn.gov/attorneygeneral.html',
  anyOf: [
    [
      { code: 'revenue', atLeast: 25_000_000, currency: 'USD' },
      { code: 'people', atLeast: 175_000 },
    ],
    [
      { code: 'revenue', atLeast: 25_000_000, currency: 'USD' },
      { code: 'people-with-sale', atLeast: 25_000, sharePercent: 50 },
    ],
  ],
});
