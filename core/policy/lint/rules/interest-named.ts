import { TELLS } from '../parts';
import type { PolicyRule } from '../types';

export const interestNamed: PolicyRule = {
  id: 'interest-named',
  title: 'The legitimate interest is named',
  weight: 'breach',
  article: 'GDPR Art. 13(1)(d)',
  kinds: TELLS,
  look: ({ answers, draft }) =>
    answers.uses
      .filter(
        ({ basis, interest, audiences }) => basis === 'interest' && !interest && audiences.includes(draft.audience),
      )
      .map(({ what }) => ({ what: `${what}: rests on an interest that is not named`, mend: { answer: 'uses' } })),
};
