import type { Regime } from '../types';

/** EEA: the 27 member states with Iceland, Liechtenstein and Norway. National rules inside it are not split out yet. */
export const eu: Regime = {
  id: 'eu',
  name: 'European Economic Area',
  law: 'ePrivacy Directive 2002/58/EC art. 5(3) with GDPR art. 4(11) and 7',
  territory: [
    ...['AT', 'BE', 'BG', 'CY', 'CZ', 'DE', 'DK', 'EE', 'ES', 'FI', 'FR', 'GR', 'HR', 'HU', 'IE', 'IS', 'IT'],
    ...['LI', 'LT', 'LU', 'LV', 'MT', 'NL', 'NO', 'PL', 'PT', 'RO', 'SE', 'SI', 'SK'],
  ],
  inForceFrom: '2018-05-25',
  modes: { default: 'ask' },
  gpc: 'refuses',
  // No fixed cap at this level; six months is what several national authorities recommend.
  choiceDays: 182,
  links: [],
  bannerDuties: [
    { text: 'Inform before asking, and ask by purpose.', source: 'GDPR art. 4(11), 7(2)' },
    { text: 'No box ticked beforehand.', source: 'CJEU C-673/17' },
    { text: 'Scrolling or browsing on is not a yes; no wall without a choice.', source: 'EDPB Guidelines 05/2020' },
    { text: 'Refusing stands on the first layer.', source: 'EDPB cookie banner task force report 2023' },
    { text: 'Withdrawing is as easy as giving.', source: 'GDPR art. 7(3)' },
    { text: 'Be able to prove the consent.', source: 'GDPR art. 7(1)' },
  ],
  childAge: 16,
  requestDays: [30, 60],
  sources: ['Directive 2002/58/EC', 'Regulation (EU) 2016/679', 'EDPB Guidelines 05/2020'],
  readOn: '2026-11-23',
};
