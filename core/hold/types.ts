import type { ItemKind } from '../observe/types';

/**
 * What happens to third parties that nobody has ruled. `held`: never let through, since nobody was asked about them.
 * `let-through`: never held. `by-regime`: where a yes is asked, held until the visitor said yes to everything; elsewhere
 * until he objects to anything.
 */
export const UNRULED = ['by-regime', 'held', 'let-through'] as const;
export type Unruled = (typeof UNRULED)[number];

/**
 * Who holds in the page. `policy`: the browser itself, by a policy that the gate puts in force, for which the page is
 * loaded anew where a choice lets more run. `script`: the gate alone, which lets go of it in the page.
 */
export const HOLDERS = ['policy', 'script'] as const;
export type Holder = (typeof HOLDERS)[number];

/**
 * What a page does when its visitor has chosen. `release`: what may run now runs at once, in the page or in a fresh one
 * where only that can be. `reload`: always in a fresh one. `nothing`: from the next page on.
 */
export const AFTER_CHOICE = ['release', 'reload', 'nothing'] as const;
export type AfterChoice = (typeof AFTER_CHOICE)[number];

/**
 * Means by which something can be held. `marked`: its tag is written so that the browser leaves it alone. `script`: the
 * gate in the page. `header`: a content security policy. `edge`: its markup is rewritten on the way. `withdrawal`: it can
 * only be deleted again, as what the site's own code stores.
 */
export const MEANS = ['marked', 'script', 'header', 'edge', 'withdrawal'] as const;
export type Means = (typeof MEANS)[number];

/** One thing that is held, or known to be necessary. */
export interface HoldRule {
  /** Requests by host and all below it, where `path` is there only below that path; or stored things by their name, and whose they are where that is known. */
  match: { host: string; path?: string } | { kind: Exclude<ItemKind, 'request'>; name: string; host?: string };
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

/** Names, and patterns in which `*` stands for anything, by purpose. */
export type NamesByPurpose = Record<string, string[]>;

/** What the site's own code stores for a purpose: held by its name, and deleted again on a refusal. */
export interface StoredPatterns {
  /** First-party cookies. */
  cookies: NamesByPurpose;
  /** Keys of local and session storage. */
  storage: NamesByPurpose;
  /** Databases (IndexedDB). */
  databases: NamesByPurpose;
  caches: NamesByPurpose;
  /** Service workers, by the path of their script. */
  workers: NamesByPurpose;
}
