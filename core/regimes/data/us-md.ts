import { consumers, TARGETING, usState } from './us-state';

export const usMd = usState({
  id: 'us-md',
  name: 'Maryland',
  law: 'Maryland Online Data Privacy Act, Md. Code, Com. Law 14-4701 ff.',
  from: '2025-10-01',
  articles: {
    object: 'Md. Code, Com. Law 14-4705(b)(7)',
    sensitive: 'Md. Code, Com. Law 14-4707(a)(1): only where strictly necessary, and never sold',
    requests: 'Md. Code, Com. Law 14-4705(c)',
    applies: 'Md. Code, Com. Law 14-4702',
  },
  attorneyGeneral: 'https://www.marylandattorneygeneral.gov/',
  anyOf: consumers(35_000, 10_000, 20),
  gpc: { from: '2025-10-01', source: 'Md. Code, Com. Law 14-4706' },
  minors: {
    value: [{ under: 18, needs: 'forbidden', of: TARGETING }],
    source: 'Md. Code, Com. Law 14-4707(a)(4), (5)',
  },
  duties: [{ text: 'Sensitive data is not sold, not even with a yes.', source: 'Md. Code, Com. Law 14-4707(a)(2)' }],
});
