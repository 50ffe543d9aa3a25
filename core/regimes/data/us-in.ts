import { consumers, usState } from './us-state';

export const usIn = usState({
  id: 'us-in',
  name: 'Indiana',
  law: 'Indiana Consumer Data Protection Act, Ind. Code 24-15',
  from: '2026-01-01',
  articles: {
    object: 'Ind. Code 24-15-3-1(b)(5)',
    sensitive: 'Ind. Code 24-15-4-1(5)',
    requests: 'Ind. Code 24-15-3-1(c)',
    applies: 'Ind. Code 24-15-1-1',
  },
  attorneyGeneral: 'https://www.in.gov/attorneygeneral/',
  anyOf: consumers(100_000, 25_000, 50),
  toBeConfirmed: true,
});
