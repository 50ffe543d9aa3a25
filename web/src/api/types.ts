import type { NextStep, RunWord, SiteState, Stage, Station } from '@douane/core/board';
import type { CheckReport } from '@douane/core/check';
import type { Ruling } from '@douane/core/classify';
import type { ConsentRecord } from '@douane/core/consent';
import type { Sampled, ScanPlan } from '@douane/core/coverage';
import type { Item, ScanComparison, Sign } from '@douane/core/observe';
import type { Setup } from '@douane/core/setup';
import type { BannerContent } from '@douane/gate';

export interface Person {
  name: string;
  email: string;
  organisation: string;
}

export interface SiteSummary {
  id: string;
  key: string;
  name: string;
  address: string;
  state: SiteState;
  stages: Record<Station, Stage>;
  next: NextStep;
}

export interface RuledItem extends Item {
  id: string;
  firstSeenAt: string;
  lastSeenAt: string;
  ruling: (Ruling & { at: string; person: string | null; act: string }) | null;
}

export interface ItemDetail {
  item: RuledItem;
  history: {
    purpose: string;
    service: string;
    by: string;
    reason: string;
    at: string;
    person: string | null;
    undoneAt: string | null;
  }[];
  entity: { name: string; homepage?: string; category: string } | null;
  /** What the newest scan noticed of this item or its host. */
  signs: Sign[];
}

export interface Run<Report = unknown, Progress = unknown, Summary = unknown> {
  id: string;
  kind: 'scan' | 'check' | 'look' | 'sign-in' | 'import';
  state: RunWord;
  progress: Progress | null;
  summary: Summary | null;
  report?: Report | null;
  why: string | null;
  requestedAt: string;
  finishedAt: string | null;
}

export interface ScanProgress {
  done: number;
  waiting: number;
  failed: number;
  items: number;
  current: string[];
  latest: Pick<Item, 'kind' | 'name' | 'host' | 'party'>[];
}
export interface ScanSummary {
  pages: number;
  failed: number;
  items: number;
  signs: number;
  problems: number;
  seconds: number;
}
export interface ScannedPage {
  url: string;
  status: number | null;
  seconds: number;
  outcome: string;
  why?: string;
}
export interface ScanReport {
  target: string;
  seconds: number;
  browser: string;
  cancelled?: boolean;
  plan: ScanPlan;
  pages: ScannedPage[];
  signs: Sign[];
  coverage: {
    known: number;
    excluded: number;
    sitemaps: number;
    forbiddenByRobots: number;
    sampled: Sampled[];
    notVisited: string[];
  };
  problems: { page: string; what: string }[];
}
export type ScanRun = Run<ScanReport, ScanProgress, ScanSummary>;

export type ImportRun = Run<
  { format: string; file: string; problems: { path: string; message: string }[] },
  null,
  { items: number; problems: number; file: string; format: string }
>;

export type SignInRun = Run<
  { ok: boolean; why?: string; address: string; seconds: number; picture: string | null },
  null,
  { ok: boolean }
>;

export interface ScanSetup {
  plan: ScanPlan;
  signIn: { address: string; fields: { selector: string }[]; submit: string; success: string; savedAt: string } | null;
  schedule: { cron: string; zone: string; nextAt: string } | null;
  notices: { mail: string[]; webhook: string };
  canKeepSecrets: boolean;
  canMail: boolean;
}

export interface Comparison extends ScanComparison {
  before: Run;
  now: Run;
}

export interface Alarm {
  id: string;
  runId: string;
  beforeRunId: string;
  words: string;
  items: (Pick<Item, 'kind' | 'name' | 'host' | 'party'> & { page: string })[];
  at: string;
  seenAt: string | null;
  seenBy: string | null;
  deliveries: {
    id: string;
    way: 'mail' | 'webhook';
    target: string;
    state: 'waiting' | 'delivered' | 'failed';
    tries: number;
    why: string | null;
    at: string;
  }[];
}

export interface CheckSummary {
  held: number;
  cleared: number;
  slipped: number;
  silent: number;
  things: number;
  cases: number;
  pages: number;
  version: number;
}
export type CheckRun = Run<CheckReport, { done: number; of: number; current: string[] }, CheckSummary>;

export interface LookReport {
  seconds: number;
  pages: { url: string; state: string; why?: string; before: string[] }[];
}
export type LookRun = Run<LookReport, { done: number; of: number }, { first: number; of: number }>;

export interface Draft {
  revision: number;
  setup: Setup;
  differences: string[];
  versions: { number: number; publishedAt: string; publishedBy: string | null }[];
  open: number;
  snippet: string;
  contents: BannerContent[];
}

export interface RecordList {
  records: ConsentRecord[];
  counts: { counted: number; tests: number; acceptedAll: number; refusedAll: number };
}
