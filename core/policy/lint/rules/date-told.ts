import { underState, wantsSection } from '../parts';

export const dateTold = wantsSection({
  id: 'date-told',
  title: 'Since when it is as it is',
  article: '11 CCR § 7011(e)(4)',
  kinds: ['privacy', 'supplement'],
  under: underState,
  section: 'changes',
  what: 'Nothing in the text says when it was last changed',
});
