import { advertisesToo } from './script-terms';
import type { Heuristic } from './types';

export const reportingScript: Heuristic = {
  meta: {
    id: 'reporting-script',
    looksAt: 'stored',
    title: 'Kept by a script that reports visits',
    why: 'What a script keeps that tells third parties title, screen or referrer of each page is most often the number under which it counts.',
  },
  evaluate({ item }) {
    const tells = item.script?.tells?.filter((one) => one !== 'page-content') ?? [];
    if (item.kind === 'request' || tells.length < 2 || item.script?.own || advertisesToo(item.script)) return null;
    return {
      purpose: 'measurement',
      confidence: tells.length > 2 ? 0.7 : 0.55,
      because: { code: 'tells', what: tells },
    };
  },
};
