import { missingUses, staleUses } from '../../propose';
import type { PolicyRule } from '../types';

export const inventoryCovered: PolicyRule = {
  id: 'inventory-covered',
  title: 'What the site uses and what the answers tell are the same',
  weight: 'contradiction',
  article: 'GDPR Art. 5(1)(a), 13(1)(c)',
  kinds: ['privacy'],
  look: ({ answers, proposed }) => [
    ...missingUses(answers, proposed).map(({ why }) => ({
      what: `${why} is in the inventory and not in the answers`,
      mend: { answer: 'uses' as const },
    })),
    ...staleUses(answers, proposed).map(({ what }) => ({
      what: `${what}: told, but the inventory has nothing for it any more`,
      mend: { answer: 'uses' as const },
    })),
  ],
};
