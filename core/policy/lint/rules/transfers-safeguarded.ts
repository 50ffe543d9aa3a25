import { transfersOf } from '../../third-countries';
import { TELLS, underGdpr } from '../parts';
import type { PolicyRule } from '../types';

export const transfersSafeguarded: PolicyRule = {
  id: 'transfers-safeguarded',
  title: 'What protects data that leaves the Economic Area',
  weight: 'breach',
  article: 'GDPR Art. 13(1)(f), 44',
  kinds: TELLS,
  under: underGdpr,
  look: ({ answers, setup }) =>
    transfersOf(setup.services, answers)
      .filter(({ safeguard }) => !safeguard)
      .map(({ name, country }) => ({
        what: `${name} is in ${country}, and no safeguard is named`,
        mend: { answer: 'transfers' },
      })),
};
