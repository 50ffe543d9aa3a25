import { underState, wantsSection } from '../parts';

export const saleTold = wantsSection({
  id: 'sale-told',
  title: 'Whether personal information is sold or shared',
  article: 'Cal. Civ. Code § 1798.130(a)(5)(C)',
  kinds: ['privacy', 'supplement'],
  under: underState,
  section: 'sale',
  what: 'Nothing in the text says whether personal information is sold or shared',
});
