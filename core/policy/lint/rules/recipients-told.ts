import { TELLS, wantsSection } from '../parts';

export const recipientsTold = wantsSection({
  id: 'recipients-told',
  title: 'Who receives data',
  article: 'GDPR Art. 13(1)(e)',
  kinds: TELLS,
  section: 'recipients',
  what: 'Nothing in the text says who receives data',
});
