import { TELLS } from '../parts';
import type { PolicyRule } from '../types';

export const usesTold: PolicyRule = {
  id: 'uses-told',
  title: 'Each use with its purpose and legal basis',
  weight: 'breach',
  article: 'GDPR Art. 13(1)(c)',
  kinds: TELLS,
  look: ({ answers, draft, kind: _ }) => {
    const told = answers.uses.filter(({ audiences }) => audiences.includes(draft.audience));
    if (told.length === 0)
      return [{ what: 'No use of personal data is told to this audience', mend: { answer: 'uses' } }];
    return told
      .filter(({ what, why, basis }) => !what || !why || !basis)
      .map(({ what, why, basis }) => ({
        what: `${what || 'A use without a name'}: ${!why ? 'what for' : !basis ? 'the legal basis' : 'what it is'} is not answered`,
        mend: { answer: 'uses' as const },
      }));
  },
};
