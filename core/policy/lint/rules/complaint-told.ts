import { TELLS, underGdpr, wantsSection } from '../parts';

export const complaintTold = wantsSection({
  id: 'complaint-told',
  title: 'To whom one may complain',
  article: 'GDPR Art. 13(2)(d)',
  kinds: TELLS,
  under: underGdpr,
  section: 'complaint',
  what: 'Nothing in the text says that one may complain to an authority',
});
