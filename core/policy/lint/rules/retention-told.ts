import { TELLS } from '../parts';
import type { PolicyRule } from '../types';

export const retentionTold: PolicyRule = {
  id: 'retention-told',
  title: 'How long data is kept',
  weight: 'breach',
  article: 'GDPR Art. 13(2)(a)',
  kinds: TELLS,
  look: ({ answers, draft }) =>
    answers.uses
      .filter(({ retention, audiences }) => !retention && audiences.includes(draft.audience))
      .map(({ what }) => ({ what: `${what}: how long it is kept is not answered`, mend: { answer: 'uses' } })),
};
