import { plural } from '../../../words/index';
import { POLICY_KINDS } from '../../kinds/ids';
import type { PolicyRule } from '../types';

export const conflictsSettled: PolicyRule = {
  id: 'conflicts-settled',
  title: 'What changed in two ways is settled',
  weight: 'advice',
  article: 'GDPR Art. 5(1)(a)',
  kinds: POLICY_KINDS,
  look: ({ draft }) => {
    const open = Object.keys(draft.conflicts).length;
    const translated = Object.entries(draft.translationConflicts).filter(([, of]) => Object.keys(of).length > 0);
    return [
      ...(open > 0 ? [{ what: `${plural(open, 'block')} changed by hand and by what it is written from` }] : []),
      ...translated.map(([language, of]) => ({
        what: `${language}: ${plural(Object.keys(of).length, 'block')} translated by two people at once`,
      })),
    ];
  },
};
