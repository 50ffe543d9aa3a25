import type { GateState } from '../look/types';
import type { ChainLink, Item, ItemKind } from '../observe/types';
import type { Choice } from '../regimes/types';
import type { CheckedTold } from './told';

/**
 * One choice that a visitor makes. `only`: one purpose alone; `except`: all but one; `always`: one more, by the button in
 * the place of content that is held for it.
 */
export type Choosing = 'accept' | 'refuse' | `only:${string}` | `except:${string}` | `always:${string}`;

/**
 * What a visitor does besides choosing. `onward`: goes on to the next page. `return`: leaves, and comes again in a new tab.
 * `lapse`: comes again when the choice is as old as no law lets it stand. `older`: comes again with a choice that was made
 * under the first release. `once`: looks at content that is held for a purpose, this once, by the button in its place.
 */
export const PASSING = ['onward', 'return', 'lapse', 'older'] as const;
export type Step = Choosing | (typeof PASSING)[number] | `once:${string}`;

/**
 * What is done to a visit on purpose, so that races are lost which luck would win: what comes late (the gate, the
 * recorder's answer), a processor a quarter as fast, a page loaded anew while it loads, a way back through the history, the
 * site open in a second tab.
 */
export const ADVERSITIES = ['slow-gate', 'slow-recorder', 'slow-processor', 'reload', 'back', 'two-tabs'] as const;
export type Adversity = (typeof ADVERSITIES)[number];

/**
 * What comes with a visitor. `age:14`: the site tells that he is so old; `guardian`: and that a parent or guardian has
 * agreed. `phone`: on a small screen; `keyboard`: he has no pointer; `no-script`: with JavaScript off; `language:fr`: by what
 * his browser asks for.
 */
export type CaseSignal =
  | 'gpc'
  | 'guardian'
  | `age:${number}`
  | 'phone'
  | 'keyboard'
  | 'no-script'
  | `language:${string}`
  | Adversity;

/** Place, signals and what is chosen, one step after the other: one kind of visitor. */
export interface VisitorCase {
  id: string;
  /** `DE`, `US-CA`, or empty for an unknown place. */
  place: string;
  signals: CaseSignal[];
  /** Empty: no choice is made. */
  steps: Step[];
}

/**
 * held: was to be held, and was. cleared: was allowed, and fired after the record. slipped: fired without permission or
 * before the record. silent: was allowed but never fired.
 */
export const VERDICTS = ['held', 'cleared', 'slipped', 'silent'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** Content that a visitor asked to see on one page, whatever he chose. */
export interface ShownOnce {
  fromMs: number;
  /** When he came to the page again. Absent: he did not. */
  untilMs?: number;
  page: string;
  /** Its address. What comes in by it is asked for, too. */
  url: string;
}

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
  /** When the visitor clicked for it. */
  clickedAtMs?: number;
  choice: Choice | null;
}

/**
 * Why a firing was not permitted, as facts; `words.ts` says it. `early`: before the record that permits it, by so many
 * milliseconds; `clicked`: when the visitor had clicked already. `no-choice`: no choice was ever on record;
 * `before-choice`: none yet. `not-permitted`: so many milliseconds after a record that does not permit it; `ended`:
 * when one that did stands no more. `kept`: it was permitted, and is there still when it is so no more. `carries`: the request
 * may be made, and told an identifier (by the name it is stored or sent under) that is held; `heldFor`: its purpose, absent
 * where its own tag was told no.
 */
export type SlipCause =
  | { code: 'early'; ms: number; clicked?: true }
  | { code: 'no-choice' }
  | { code: 'before-choice' }
  | { code: 'not-permitted'; ms: number; ended?: true }
  | { code: 'kept' }
  | { code: 'carries'; name: string; heldFor?: string };

/** How a slip got past the gate; see `shownBy`. */
export type Shown = 'ahead' | 'above-gate' | 'network' | 'run-time';

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
  cause?: SlipCause;
  /** How it got past the gate, where the page tells. */
  shown?: Shown;
  /** Who brought it in: somebody whose purpose was permitted, which is no yes to anybody else. */
  guestOf?: { host: string; purpose: string };
  /** What the screen showed then, by its number among the check's pictures, and when exactly; see `CheckOptions.onPicture`. */
  picture?: { number: number; atMs: number };
  /** No scan of the site has seen it; only where its scans are known. */
  neverScanned?: true;
  /** Every firing, for the crossing chart: its time, and whether it was permitted at that time. */
  firings: { atMs: number; permitted: boolean }[];
}

/** A step that went on record. */
export interface RecordedStep {
  step: Choosing;
  /** Id of the record. Absent in reports of earlier versions. */
  id?: string;
  /** When the visitor clicked. */
  clickedAtMs: number;
  /** When the ledger has it written, by the recorder's own clock; only where the ledger could be asked. */
  committedAtMs?: number;
  /** When the browser learned that the record was committed. */
  atMs: number;
}

export interface CheckedCase {
  id: string;
  place: string;
  signals: string[];
  /** The steps in one word; see `choiceWord`. */
  choice: string;
  regimes: string[];
  /** A yes is asked of this visitor, so something has to wait for the record. */
  asks: boolean;
  /** When the browser learned that the first record was committed; `null`: no record was made. */
  recordedAtMs: number | null;
  /** Every step that went on record, in order. */
  recorded: RecordedStep[];
  /** The record that stands at the end. */
  record?: { id: string };
  items: CheckedItem[];
  /** What tags that manage themselves were told; only where the site has such tags. */
  told?: CheckedTold[];
  /** What did not go as meant, such as a third party that did not answer. */
  problems: string[];
  /** Those of them for which what did not fire is no proof: a page or a banner that never came, a record that was not made. */
  notChecked?: string[];
}

/**
 * What only luck holds, whatever came of it in the visits: it is read from the page as the server sends it. `tag`: a tag
 * that is to be held and stands where a browser may ask for it before any script runs. `header`: a `Link` header that names
 * somebody held. `gate`: the gate is not there, or not before all that runs.
 */
export interface Exposed {
  what: 'tag' | 'header' | 'gate';
  page: string;
  /** Of the markup as it is sent, counted from 1. */
  line?: number;
  /** As it stands there; hostile text, cut. */
  text: string;
  /** The tag as it would be held, to be copied. */
  marked?: string;
  /** Of `gate`: how it stands. */
  state?: GateState;
  /** Under which it is held: purposes, or `*` for third parties that nobody has ruled. */
  marks: string[];
  hosts: string[];
}

/** The same over all visits of a check. */
export interface Exposure extends Exposed {
  /** Ids of the cases in which it was sent so. */
  cases: string[];
}

export const CHECK_FORMAT = 'douane.check/1';

export interface CheckReport {
  format: typeof CHECK_FORMAT;
  target: string;
  startedAt: string;
  seconds: number;
  browser: string;
  /** Number of the release that the site was found to carry. */
  version: number | null;
  pages: string[];
  cases: CheckedCase[];
  /** Absent in reports of the first versions. */
  exposed?: Exposure[];
  summary: Record<Verdict, number>;
}

export type KnownItem = Pick<Item, 'kind' | 'name' | 'host'>;
