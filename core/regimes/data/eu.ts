import type { Regime } from '../types';
import { guardianUnder } from './eea';

/** EEA: the 27 member states with Iceland, Liechtenstein and Norway. National regimes inside it have it as their parent. */
export const eu: Regime = {
  id: 'eu',
  name: 'European Economic Area',
  law: 'ePrivacy Directive 2002/58/EC art. 5(3) with GDPR art. 4(11) and 7',
  territory: [
    ...['AT', 'BE', 'BG', 'CY', 'CZ', 'DE', 'DK', 'EE', 'ES', 'FI', 'FR', 'GR', 'HR', 'HU', 'IE', 'IS', 'IT'],
    ...['LI', 'LT', 'LU', 'LV', 'MT', 'NL', 'NO', 'PL', 'PT', 'RO', 'SE', 'SI', 'SK'],
    // Parts of member states with a code of their own: Åland, and the French regions overseas (TFEU art. 355(1), (4)).
    ...['AX', 'GF', 'GP', 'MF', 'MQ', 'RE', 'YT'],
  ],
  inForce: { from: '2018-05-25' },
  modes: { default: { value: 'opt-in', source: 'ePrivacy Directive art. 5(3); GDPR art. 4(11)' } },
  gpc: { value: 'refuses', source: 'GDPR art. 21(5), objecting by automated means', toBeConfirmed: true },
  // No cap in the law itself; about six months is what several national authorities recommend.
  yesDays: { value: 182, source: 'practice of national authorities, GDPR art. 7(3)', toBeConfirmed: true },
  refusalDays: { value: 182, source: 'practice of national authorities, GDPR art. 7', toBeConfirmed: true },
  askAgainDays: { value: null, source: 'GDPR art. 7 sets no time' },
  links: { value: [], source: 'GDPR art. 12 asks for no fixed wording' },
  ...guardianUnder(16, 'GDPR art. 8(1)'),
  requestDays: { value: { answer: 30, extension: 60 }, source: 'GDPR art. 12(3)' },
  rights: {
    value: ['access', 'rectification', 'erasure', 'restriction', 'portability', 'objection', 'withdrawal'],
    source: 'GDPR art. 7(3), 15 to 21',
  },
  authority: {
    value: { name: 'European Data Protection Board, list of authorities', url: 'https://www.edpb.europa.eu/' },
    source: 'GDPR art. 51, 68',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'GDPR art. 3; ePrivacy Directive art. 3',
  },
  duties: [
    {
      text: 'Inform before asking, and ask by purpose.',
      source: 'GDPR art. 4(11), 7(2)',
      about: ['inform', 'by-purpose'],
    },
    { text: 'No box ticked beforehand.', source: 'CJEU C-673/17', about: ['no-ticks'] },
    {
      text: 'Scrolling or browsing on is not a yes; no wall without a choice.',
      source: 'EDPB Guidelines 05/2020',
      about: ['no-scrolling'],
    },
    {
      text: 'Refusing stands on the first layer.',
      source: 'EDPB cookie banner task force report 2023',
      about: ['refuse-first'],
    },
    { text: 'Withdrawing is as easy as giving.', source: 'GDPR art. 7(3)', about: ['withdraw'] },
    { text: 'Be able to prove the consent.', source: 'GDPR art. 7(1)' },
  ],
  sources: ['Directive 2002/58/EC', 'Regulation (EU) 2016/679', 'EDPB Guidelines 05/2020'],
  readOn: '2026-11-23',
};
