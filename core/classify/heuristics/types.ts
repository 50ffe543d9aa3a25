import type { Hint } from '../because';
import type { Evidence } from '../types';

/** One way to tell a purpose from what something does. Says nothing (`null`) where its marks are missing. */
export interface Heuristic {
  meta: {
    /** Name of its file. */
    id: string;
    /** Cookies and keys, or requests; it is asked of no others. */
    looksAt: 'stored' | 'requests' | 'all';
    /** What it looks for, in a few words. */
    title: string;
    /** Why these marks tell, with its source where there is one. */
    why: string;
  };
  evaluate(evidence: Evidence): Hint | null;
}
