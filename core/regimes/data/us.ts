import type { Regime } from '../types';

/** The states that have no privacy law of general reach; those that have one take from here what it does not say. */
export const us: Regime = {
  id: 'us',
  name: 'United States, other states',
  parent: 'world',
  law: 'Federal Trade Commission Act s. 5, and the Children’s Online Privacy Protection Act for children',
  // With the territories that have a code of their own (15 U.S.C. 44, 6501(6)).
  territory: ['US', 'AS', 'GU', 'MP', 'PR', 'UM', 'VI'],
  inForce: { from: '2000-04-21' },
  modes: { default: { value: 'notice', source: 'FTC Act s. 5: what is said must be true' } },
  gpc: { value: 'refuses', source: 'no federal law; obeyed as a courtesy' },
  childAge: { value: 13, source: 'COPPA, 15 U.S.C. 6501(1)' },
  minors: {
    value: [{ under: 13, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'COPPA, 15 U.S.C. 6502(b); 16 CFR 312.5',
  },
  requestDays: { value: { answer: null, extension: null }, source: 'no federal law sets a time' },
  rights: { value: [], source: 'no federal law of general reach' },
  authority: { value: { name: 'Federal Trade Commission', url: 'https://www.ftc.gov/' }, source: '15 U.S.C. 41 ff.' },
  applies: { value: { anyOf: [[{ code: 'offers-here' }]], nonProfits: false }, source: '15 U.S.C. 45(a)(2)' },
  duties: [{ text: 'What is said of data is true and complete.', source: 'FTC Act s. 5' }],
  sources: ['15 U.S.C. 45', '15 U.S.C. 6501 ff.', '16 CFR part 312'],
  readOn: '2026-11-25',
};
