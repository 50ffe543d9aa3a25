/** How a stage of a site's work stands; each has one drawn mark. */
export type StageMark = 'in-order' | 'waits' | 'slipped' | 'nothing' | 'running';

export interface Stage {
  mark: StageMark;
  text: string;
  detail?: string;
}

/** What the board and a site's stations need to know of a site. Counts and times, no content. */
export interface SiteState {
  scan: { state: RunWord; at: string | null; pages: number; items: number; why?: string | null } | null;
  /** Alarms about new things that nobody has seen yet. */
  alarms: number;
  openItems: number;
  ruledItems: number;
  regimes: string[];
  /** Rules of the site's own. */
  siteRules: number;
  /** Number of the release in force; `null`: nothing is. */
  version: number | null;
  /** The banner does not come by itself for now. */
  paused: boolean;
  /** Number of the newest release, and in how many places the draft differs from it. */
  newest: number | null;
  draftDiffers: number;
  gate: { state: RunWord; first: number; of: number; why?: string | null } | null;
  check: {
    state: RunWord;
    at: string | null;
    cases: number;
    slipped: number;
    /** Visits that could not be checked. */
    failed?: number;
    version: number | null;
    why?: string | null;
  } | null;
  /** Policies of the site, and how many of them visitors can read, wait for a reviewer, or are approved and not live. */
  policies: { all: number; live: number; inReview: number; approved: number };
  records: number;
}

export type RunWord = 'queued' | 'running' | 'cancelling' | 'done' | 'failed' | 'cancelled';

export const STATIONS = ['scan', 'classify', 'regions', 'banner', 'policies', 'install', 'check', 'records'] as const;
export type Station = (typeof STATIONS)[number];

export interface NextStep {
  station: Station;
  words: string;
  /** Somebody is needed; otherwise the work runs or rests. */
  needed: boolean;
}
