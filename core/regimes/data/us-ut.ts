import { usState } from './us-state';

export const usUt = usState({
  id: 'us-ut',
  name: 'Utah',
  law: 'Utah Consumer Privacy Act, Utah Code 13-61-101 ff.',
  from: '2023-12-31',
  articles: {
    object: 'Utah Code 13-61-201(4)',
    sensitive: 'Utah Code 13-61-302(3): notice, and a way to object',
    requests: 'Utah Code 13-61-203',
    applies: 'Utah Code 13-61-102',
  },
  attorneyGeneral: 'https://attorneygeneral.utah.gov/',
  anyOf: [
    [
      { code: 'revenue', atLeast: 25_000_000, currency: 'USD' },
      { code: 'people', atLeast: 100_000 },
    ],
    [
      { code: 'revenue', atLeast: 25_000_000, currency: 'USD' },
      { code: 'people-with-sale', atLeast: 25_000, sharePercent: 50 },
    ],
  ],
  sensitive: 'opt-out',
  profiling: false,
  rights: ['access', 'erasure', 'portability', 'opt-out-of-sale', 'opt-out-of-targeting'],
});
