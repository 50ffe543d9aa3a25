import { LISTS, wantsSection } from '../parts';

export const itemsListed = wantsSection({
  id: 'items-listed',
  title: 'The list of what is stored',
  article: 'Directive 2002/58/EC Art. 5(3); CJEU C-673/17',
  kinds: LISTS,
  section: 'items',
  what: 'The text does not list what is stored',
});
