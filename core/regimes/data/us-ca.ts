import type { Regime } from '../types';

const OBJECT = { value: 'opt-out', source: 'Civil Code 1798.120' } as const;

export const usCa: Regime = {
  id: 'us-ca',
  name: 'California',
  parent: 'us',
  law: 'CCPA as changed by the CPRA, Civil Code 1798.120, .121, .135',
  territory: ['US-CA'],
  inForce: { from: '2023-01-01' },
  modes: {
    default: { value: 'notice', source: 'Civil Code 1798.100(a)' },
    sale: OBJECT,
    sharing: OBJECT,
    'targeted-advertising': { value: 'opt-out', source: 'Civil Code 1798.140(ah), sharing for advertising' },
    'sensitive-data': { value: 'opt-out', source: 'Civil Code 1798.121' },
  },
  gpc: { value: 'binds', source: 'CCPA regulations § 7025' },
  yesDays: { value: null, source: 'Civil Code 1798.120 sets no time' },
  // The objection stands until the visitor takes it back; the twelve months say when a yes may be asked for again.
  refusalDays: { value: null, source: 'Civil Code 1798.135(c)(4)' },
  askAgainDays: { value: 365, source: 'Civil Code 1798.135(c)(4)' },
  links: { value: ['Your Privacy Choices'], source: 'CCPA regulations § 7015' },
  linkIcon: { value: true, source: 'CCPA regulations § 7015(b)' },
  childAge: { value: 13, source: 'Civil Code 1798.120(c), (d)' },
  minors: {
    value: [
      { under: 13, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising'] },
      { under: 16, needs: 'own-yes', of: ['sale', 'sharing', 'targeted-advertising'] },
    ],
    source: 'Civil Code 1798.120(c)',
  },
  requestDays: { value: { answer: 45, extension: 45 }, source: 'Civil Code 1798.130(a)(2)' },
  rights: {
    value: [
      'access',
      'rectification',
      'erasure',
      'portability',
      'opt-out-of-sale',
      'opt-out-of-targeting',
      'limit-sensitive',
    ],
    source: 'Civil Code 1798.100 to .121',
  },
  authority: {
    value: { name: 'California Privacy Protection Agency', url: 'https://cppa.ca.gov/' },
    source: 'Civil Code 1798.199.10',
  },
  applies: {
    value: {
      anyOf: [
        [{ code: 'revenue', atLeast: 26_625_000, currency: 'USD' }],
        [{ code: 'people', atLeast: 100_000 }],
        [{ code: 'sale-share', atLeastPercent: 50 }],
      ],
      nonProfits: false,
    },
    source: 'Civil Code 1798.140(d), as indexed for 2025',
  },
  duties: [
    { text: 'A link by this name leads to the objection.', source: 'CCPA regulations § 7015', about: ['link'] },
    { text: 'Choices are symmetrical; no dark patterns.', source: 'CCPA regulations § 7004', about: ['symmetry'] },
    {
      text: 'Global Privacy Control is obeyed, and the visitor is shown that it was.',
      source: 'CCPA regulations § 7025',
      about: ['signal-shown'],
    },
  ],
  sources: ['California Civil Code 1798.100 ff.', 'California Code of Regulations, title 11, § 7000 ff.'],
  readOn: '2026-11-23',
};
