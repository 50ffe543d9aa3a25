import { advertisesToo } from './script-terms';
import type { Heuristic } from './types';

export const visitReport: Heuristic = {
  meta: {
    id: 'visit-report',
    looksAt: 'requests',
    title: 'Reports each visit',
    why: 'A request that carries title, screen size or referrer beside the page’s address is how page views are counted; nothing on the page needs them.',
  },
  evaluate({ item }) {
    if (item.kind !== 'request' || item.party !== 'third' || !item.carries) return null;
    const telling = item.carries.filter((one) => one !== 'page-content');
    const beyondAddress = telling.filter((one) => one !== 'page-address');
    if (telling.length < 2 || beyondAddress.length === 0 || advertisesToo(item.script)) return null;
    return {
      purpose: 'measurement',
      confidence: telling.length > 2 ? 0.8 : 0.65,
      because: { code: 'tells', what: telling },
    };
  },
};
