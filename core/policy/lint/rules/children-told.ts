import { wantsSection } from '../parts';

export const childrenTold = wantsSection({
  id: 'children-told',
  title: 'Children',
  article: 'GDPR Art. 8, 12(1); 16 CFR 312.4(d)',
  kinds: ['privacy'],
  section: 'children',
  what: 'The site is made for children, and the text does not speak of them',
  except: ({ answers }) => !answers.children.directed,
});
