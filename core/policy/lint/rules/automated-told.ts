import { hasSection, TELLS, underGdpr } from '../parts';
import type { PolicyRule } from '../types';

export const automatedTold: PolicyRule = {
  id: 'automated-told',
  title: 'Decisions without a person',
  weight: 'breach',
  article: 'GDPR Art. 13(2)(f), 22',
  kinds: TELLS,
  under: underGdpr,
  look: (of) => {
    const { used, logic, effect } = of.answers.automated;
    if (!used) return [];
    if (!hasSection(of, 'automated'))
      return [{ what: 'There are automated decisions, and the text does not say so', mend: { insert: 'automated' } }];
    return logic && effect
      ? []
      : [
          {
            what: 'The logic of automated decisions, or what follows from them, is not answered',
            mend: { answer: 'automated' },
          },
        ];
  },
};
