import type { ChainLink, Item, ItemKind } from '../observe/types';

/** What a visitor of a case does: nothing, or one choice, or an acceptance that is taken back. `only`: one purpose alone. */
export type CaseChoice = 'none' | 'accept' | 'refuse' | 'withdraw' | `only:${string}`;

/** Place, signals and choice: one kind of visitor. */
export interface VisitorCase {
  id: string;
  /** `DE`, `US-CA`, or empty for an unknown place. */
  place: string;
  signals: 'gpc'[];
  choice: CaseChoice;
}

/**
 * held: was to be held, and was. cleared: was allowed, and fired after the record. slipped: fired without permission or
 * before the record. silent: was allowed but never fired.
 */
export const VERDICTS = ['held', 'cleared', 'slipped', 'silent'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** One time an item acted in a visit: a cookie or key written, a request sent. */
export interface Firing {
  atMs: number;
  page: string;
  url?: string;
  chain: ChainLink[];
}

/** From `fromMs` on, until the next phase, the visitor had this choice on record. */
export interface Phase {
  fromMs: number;
  choice: 'none' | { purposes: Record<string, boolean>; gpc: boolean };
}

export interface CheckedItem {
  kind: ItemKind;
  name: string;
  host: string;
  purpose: string | null;
  service: string | null;
  expected: 'hold' | 'allow';
  verdict: Verdict;
  firstAtMs?: number;
  page?: string;
  url?: string;
  chain?: ChainLink[];
  why?: string;
  /** Every firing, for the crossing chart: its time, and whether it was permitted at that time. */
  firings: { atMs: number; permitted: boolean }[];
}

export interface CheckedCase {
  id: string;
  place: string;
  signals: string[];
  choice: CaseChoice;
  regimes: string[];
  /** A yes is asked of this visitor, so something has to wait for the record. */
  asks: boolean;
  /** When the browser learned that the record was committed; `null`: no record was made. */
  recordedAtMs: number | null;
  /** When the withdrawal was recorded, in a case that withdraws. */
  withdrawnAtMs?: number | null;
  /** When the visitor clicked, just before the record. */
  clickedAtMs?: number | null;
  record?: { id: string };
  items: CheckedItem[];
  /** What kept the case from going as meant, such as a banner that never showed. */
  problems: string[];
}

export interface CheckReport {
  format: 'douane.check/1';
  target: string;
  startedAt: string;
  seconds: number;
  browser: string;
  version: number | null;
  pages: string[];
  cases: CheckedCase[];
  summary: Record<Verdict, number>;
}

export type KnownItem = Pick<Item, 'kind' | 'name' | 'host'>;
