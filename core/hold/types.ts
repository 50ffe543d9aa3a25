import type { ItemKind } from '../observe/types';

/**
 * What happens to third parties that nobody has ruled. `held`: never let through, since nobody was asked about them.
 * `let-through`: never held. `by-regime`: where a yes is asked, held until the visitor said yes to everything; elsewhere
 * until he objects to anything.
 */
export const UNRULED = ['by-regime', 'held', 'let-through'] as const;
export type Unruled = (typeof UNRULED)[number];

/**
 * Means by which something can be held. `marked`: its tag is written so that the browser leaves it alone. `script`: the
 * gate in the page. `header`: a content security policy. `edge`: its markup is rewritten on the way. `withdrawal`: it can
 * only be deleted again, as what the site's own code stores.
 */
export const MEANS = ['marked', 'script', 'header', 'edge', 'withdrawal'] as const;
export type Means = (typeof MEANS)[number];

/** One thing that is held, or known to be necessary. */
export interface HoldRule {
  /** Requests by host and all below it, where `path` is there only below that path; or stored things by their name. */
  match: { host: string; path?: string } | { kind: Exclude<ItemKind, 'request'>; name: string };
  purpose: string;
  service: string;
  means: Means[];
}

/** What is held at a site and by what; marked tags, gate, policy header, edge and check are all made from it. */
export interface HoldPlan {
  rules: HoldRule[];
  /** Hosts of the site's own, which are no third parties; with a dot before it a domain and all hosts below it. */
  own: string[];
  unruled: Unruled;
}

/** The plan as it travels to visitors: the same rules, laid out to be looked up. */
export interface PlanIndex {
  /** Host → purpose; where paths tell several purposes apart, those by the beginning of the path, the longest first. */
  hosts: Record<string, string | [path: string, purpose: string][]>;
  own: string[];
  unruled: Unruled;
}

/** What may be deleted again on a refusal: names and patterns, with their purpose. It travels apart, with the banner. */
export interface StoredPatterns {
  /** First-party cookies. */
  cookies: [pattern: string, purpose: string][];
  /** Keys of local and session storage. */
  storage: [pattern: string, purpose: string][];
}
