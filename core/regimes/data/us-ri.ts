import { consumers, usState } from './us-state';

export const usRi = usState({
  id: 'us-ri',
  name: 'Rhode Island',
  law: 'Rhode Island Data Transparency and Privacy Protection Act, R.I. Gen. Laws 6-48.1',
  from: '2026-01-01',
  articles: {
    object: 'R.I. Gen. Laws 6-48.1-5(e)(4)',
    sensitive: 'R.I. Gen. Laws 6-48.1-4(c)',
    requests: 'R.I. Gen. Laws 6-48.1-5',
    applies: 'R.I. Gen. Laws 6-48.1-4',
  },
  attorneyGeneral: 'https://riag.ri.gov/',
  anyOf: consumers(35_000, 10_000, 20),
  toBeConfirmed: true,
});
