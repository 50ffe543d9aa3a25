import { consumers, usState } from './us-state';

export const usVa = usState({
  id: 'us-va',
  name: 'Virginia',
  law: 'Virginia Consumer Data Protection Act, Va. Code 59.1-575 ff.',
  from: '2023-01-01',
  articles: {
    object: 'Va. Code 59.1-577(A)(5)',
    sensitive: 'Va. Code 59.1-578(A)(5)',
    requests: 'Va. Code 59.1-577(B)(1)',
    applies: 'Va. Code 59.1-576(A)',
  },
  attorneyGeneral: 'https://www.oag.state.va.us/',
  anyOf: consumers(100_000, 25_000, 50),
});
