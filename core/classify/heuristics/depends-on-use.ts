import type { Heuristic } from './types';

export const dependsOnUse: Heuristic = {
  meta: {
    id: 'depends-on-use',
    looksAt: 'all',
    title: 'Known, but of more than one use',
    why: 'A catalogue knows whose it is and what it mostly serves; what it serves here depends on how the site uses it, so it only suggests.',
  },
  evaluate({ depending }) {
    if (!depending) return null;
    const { purpose, service, confidence, because } = depending;
    return { purpose, service, confidence, because };
  },
};
