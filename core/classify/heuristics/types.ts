import type { Evidence } from '../types';

/** What a heuristic says of one item. */
export interface Hint {
  purpose: string;
  /** Where it also tells whose it is. */
  service?: string;
  /** From 0 to 1: how often a thing with these marks has this purpose, by our reading. */
  confidence: number;
  /** What was seen, as a sentence without full stop. */
  because: string;
}

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
