import type { Regime } from '../types';

export const usCa: Regime = {
  id: 'us-ca',
  name: 'California',
  law: 'CCPA as changed by the CPRA, Civil Code 1798.120, .121, .135',
  territory: ['US-CA'],
  inForceFrom: '2023-01-01',
  modes: { default: 'inform', sale: 'object' },
  gpc: 'binds',
  // 1798.135(c)(4): no asking again for twelve months after an objection.
  choiceDays: 365,
  links: ['Your Privacy Choices'],
  bannerDuties: [
    { text: 'A link by this name leads to the objection.', source: 'CCPA regulations § 7015' },
    { text: 'Choices are symmetrical; no dark patterns.', source: 'CCPA regulations § 7004' },
    {
      text: 'Global Privacy Control is obeyed, and the visitor is shown that it was.',
      source: 'CCPA regulations § 7025',
    },
  ],
  childAge: 16,
  requestDays: [45, 45],
  sources: ['California Civil Code 1798.100 ff.', 'California Code of Regulations, title 11, § 7000 ff.'],
  readOn: '2026-11-23',
};
