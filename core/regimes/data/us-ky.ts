import { consumers, usState } from './us-state';

export const usKy = usState({
  id: 'us-ky',
  name: 'Kentucky',
  law: 'Kentucky Consumer Data Protection Act, KRS 367.3611 ff.',
  from: '2026-01-01',
  articles: {
    object: 'KRS 367.3615(2)(e)',
    sensitive: 'KRS 367.3617(1)(e)',
    requests: 'KRS 367.3615(3)',
    applies: 'KRS 367.3613',
  },
  attorneyGeneral: 'https://www.ag.ky.gov/',
  anyOf: consumers(100_000, 25_000, 50),
  toBeConfirmed: true,
});
