import type { NextStep, RunWord, SiteState, Stage, Station } from '@douane/core/board';
import type { CheckReport } from '@douane/core/check';
import type { Ruling } from '@douane/core/classify';
import type { ConsentRecord } from '@douane/core/consent';
import type { Item } from '@douane/core/observe';
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
}

export interface Run<Report = unknown, Progress = unknown, Summary = unknown> {
  id: string;
  kind: 'scan' | 'check' | 'look';
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
  items: number;
  current: string[];
}
export interface ScanSummary {
  pages: number;
  items: number;
  problems: number;
  seconds: number;
}
export interface ScanReport {
  target: string;
  seconds: number;
  browser: string;
  pages: { url: string; status: number | null; seconds: number; outcome: string; why?: string }[];
  problems: { page: string; what: string }[];
}
export type ScanRun = Run<ScanReport, ScanProgress, ScanSummary>;

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
