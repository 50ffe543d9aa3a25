import type { MendRule } from './types';

/** An item that nobody has ruled is held for everybody, and nobody can say yes to it. */
export const ruleItem: MendRule = ({ purpose }) =>
  purpose !== null
    ? null
    : {
        who: 'specialist',
        words:
          'Rule this item first: nobody was asked about it, so no visitor could say yes to it. What happens to third parties that nobody has ruled is settled under Regions.',
      };
