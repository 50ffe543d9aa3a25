import type { Ruling, Suggestion } from '../classify/index';
import type { Sampled, ScanPlan } from '../coverage/index';
import type { Item, Sign } from '../observe/types';

export interface ScanProgress {
  done: number;
  waiting: number;
  failed: number;
  items: number;
  current: string[];
  /** The newest items, the last found first. */
  latest: Pick<Item, 'kind' | 'name' | 'host' | 'party'>[];
}

export interface ScannedPage {
  url: string;
  status: number | null;
  seconds: number;
  outcome: 'ok' | 'failed' | 'timed-out' | 'skipped';
  why?: string;
  /** Controls that were pressed to see what is behind them. */
  pressed?: string[];
}

/** Colours (`#rrggbb`) and type of a site's start page, as the browser drew it. */
export interface SiteLook {
  background: string;
  ink: string;
  /** Of what can be pressed; null: nothing stands out. */
  accent: string | null;
  family: string;
  /** Pixels. */
  size: number;
  radius: number;
}

export interface ScannedItem extends Item {
  service?: string;
  purpose: string | null;
  ruling?: Pick<Ruling, 'by' | 'confidence'> & { reason: string };
  /** Of an open item, what the heuristics make of it. */
  suggestion?: Pick<Suggestion, 'purpose' | 'confidence'> & { reason: string };
}

/** A site's start page is pictured in each of these windows. */
export type PictureOf = 'desktop' | 'phone';

/** Format `douane.scan/1`. */
export interface ScanReport {
  format: 'douane.scan/1';
  startedAt: string;
  seconds: number;
  target: string;
  browser: string;
  cancelled?: boolean;
  plan: ScanPlan;
  pages: ScannedPage[];
  items: ScannedItem[];
  signs: Sign[];
  /** How much of the site was visited, and what was left. */
  coverage: {
    /** Addresses known of, visited or not. */
    known: number;
    excluded: number;
    sitemaps: number;
    forbiddenByRobots: number;
    sampled: Sampled[];
    /** The first few thousand of the addresses known of that were not visited. */
    notVisited: string[];
  };
  problems: { page: string; what: string }[];
  /** Of the first page that answered. */
  look?: SiteLook;
}
