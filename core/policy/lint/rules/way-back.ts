import type { PolicyRule } from '../types';

export const wayBack: PolicyRule = {
  id: 'way-back',
  title: 'A way to change one’s mind',
  weight: 'breach',
  article: 'GDPR Art. 7(3)',
  kinds: ['privacy', 'cookies'],
  look: ({ draft }) =>
    draft.blocks.some(({ attrs }) => 'what' in attrs && attrs.what === 'choices')
      ? []
      : [{ what: 'Nothing in the text leads back to the choice', mend: { insert: 'choices' } }],
};
