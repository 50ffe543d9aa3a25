import { TELLS, wantsSection } from '../parts';

export const controllerTold = wantsSection({
  id: 'controller-told',
  title: 'The text says who is responsible',
  article: 'GDPR Art. 13(1)(a)',
  kinds: [...TELLS, 'imprint'],
  section: 'controller',
  what: 'Nothing in the text names the controller',
});
