import type { Heuristic } from './types';

export const typeface: Heuristic = {
  meta: {
    id: 'typeface',
    looksAt: 'requests',
    title: 'Typefaces',
    why: 'A font file is there to be read with. Its host still learns the visitor’s address, so it is not necessary: fonts can be kept on the site itself.',
  },
  evaluate({ item }) {
    if (item.kind !== 'request' || item.name !== 'font' || item.party !== 'third') return null;
    return { purpose: 'functional', confidence: 0.8, because: { code: 'font' } };
  },
};
