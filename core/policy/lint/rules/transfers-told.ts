import { transfersOf } from '../../third-countries';
import { TELLS, underGdpr, wantsSection } from '../parts';

export const transfersTold = wantsSection({
  id: 'transfers-told',
  title: 'That data leaves the Economic Area',
  article: 'GDPR Art. 13(1)(f)',
  kinds: TELLS,
  under: underGdpr,
  section: 'transfers',
  what: 'Nothing in the text says that data leaves the European Economic Area',
  except: ({ setup, answers }) => transfersOf(setup.services, answers).length === 0,
});
