import { consumers, usState } from './us-state';

export const usIa = usState({
  id: 'us-ia',
  name: 'Iowa',
  law: 'Iowa Consumer Data Protection Act, Iowa Code ch. 715D',
  from: '2025-01-01',
  articles: {
    object: 'Iowa Code 715D.3(1)(d)',
    sensitive: 'Iowa Code 715D.4(2): notice, and a way to object',
    requests: 'Iowa Code 715D.3(2)',
    applies: 'Iowa Code 715D.2',
  },
  attorneyGeneral: 'https://www.iowaattorneygeneral.gov/',
  anyOf: consumers(100_000, 25_000, 50),
  sensitive: 'opt-out',
  profiling: false,
  days: { answer: 90, extension: 45 },
  rights: ['access', 'erasure', 'portability', 'opt-out-of-sale', 'opt-out-of-targeting'],
});
