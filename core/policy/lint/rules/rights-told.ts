import { TELLS, wantsSection } from '../parts';

export const rightsTold = wantsSection({
  id: 'rights-told',
  title: 'Rights and how they are used',
  article: 'GDPR Art. 13(2)(b), (c); Cal. Civ. Code § 1798.130(a)(5)(A)',
  kinds: [...TELLS, 'supplement'],
  section: 'rights',
  what: 'Nothing in the text says what a person may ask for',
});
