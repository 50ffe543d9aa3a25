import type { RunWord } from '@douane/core/board';
import type { CheckReport } from '@douane/core/check';
import type { ScanPlan } from '@douane/core/coverage';
import type { FieldHost, FieldSettings } from '@douane/core/field';
import type { LookReport } from '@douane/core/look';
import type { ScanComparison } from '@douane/core/observe';
import type { AlarmItem, ScanProgress, ScanReport as WholeReport } from '@douane/core/scan';

export interface Run<Report = unknown, Progress = unknown, Summary = unknown> {
  id: string;
  kind: 'scan' | 'check' | 'draft-check' | 'look' | 'sign-in' | 'import';
  state: RunWord;
  /** What was asked for. */
  options: Record<string, unknown>;
  progress: Progress | null;
  summary: Summary | null;
  report?: Report | null;
  why: string | null;
  requestedAt: string;
  finishedAt: string | null;
}

export interface RunList<R extends Run = Run> {
  runs: R[];
}

/** `joined`: one of this kind was under way already. */
export interface RequestedRun {
  run: Run;
  joined: boolean;
}

/** Of several sites at once; `problem`: why one of them is left as it is. */
export interface RequestedRuns {
  sites: { siteId: string; problem?: string }[];
}

export interface ScanSummary {
  pages: number;
  failed: number;
  items: number;
  signs: number;
  problems: number;
  seconds: number;
}

/** A scan's report as it is kept: its items stand on the desk. */
export type ScanReport = Omit<WholeReport, 'items'>;

export type ScanRun = Run<ScanReport, ScanProgress, ScanSummary>;

export type ImportRun = Run<
  { format: string; file: string; problems: { path: string; message: string }[] },
  null,
  { items: number; problems: number; file: string; format: string }
> & { options: { file?: string } };

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

/** The report of a check as it was given out, in each form. `hash`: SHA-256 of the file, in hex. */
export interface GivenReport {
  files: { form: 'html' | 'pdf'; hash: string }[];
}

/** Visits are texts such as `place=DE,choice=refuse`. */
export interface CheckSetup {
  usual: string[];
  /** All that follow from the release in force. */
  all: string[];
  /** Which the site is checked with; `null`: the usual ones. */
  chosen: string[] | null;
  /** On which pages: all that the last scan visited, one of each family of them, or those listed. */
  pages: 'all' | 'families' | string[];
  /** How many these are; `null`: no scan visited any. */
  pageCount: number | null;
  /** After what the site is checked by itself: another release in force, an alarm. */
  after: ('publishing' | 'alarm')[];
  /** As the last check took them; `null`: nothing is known. */
  secondsPerCase: number | null;
}

/** `secret`: shown this once, to whoever checks the signature of what the webhook is sent. */
export interface SavedNotices {
  mail: string[];
  webhook: string;
  secret?: string;
}

export type ComparedRun = Pick<Run, 'id' | 'kind' | 'requestedAt' | 'finishedAt' | 'summary'>;

export interface Comparison extends ScanComparison {
  before: ComparedRun;
  now: ComparedRun;
}

export interface Alarm {
  id: string;
  /** The scan or look that found it; `null`: visitors met it, and no scan did. `beforeRunId`: the scan before. */
  runId: string | null;
  beforeRunId: string | null;
  count: number;
  /** The first of them. */
  items: AlarmItem[];
  at: string;
  seenAt: string | null;
  seenBy: string | null;
  deliveries: Delivery[];
}

/** One way by which somebody is told of an alarm. */
export interface Delivery {
  id: string;
  way: 'mail' | 'webhook';
  target: string;
  state: 'waiting' | 'delivered' | 'failed';
  tries: number;
  why: string | null;
  at: string;
}

/** Third parties that visitors met and no scan has seen, and how much visitors' pages tell. */
export interface FieldHostList extends FieldSettings {
  hosts: FieldHost[];
}

export interface AlarmList {
  alarms: Alarm[];
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
  /** Absent in checks of earlier versions: seconds it took, what is exposed, visits that could not be checked. */
  seconds?: number;
  exposed?: number;
  failed?: number;
}

export type CheckRun = Run<CheckReport, { done: number; of: number; current: string[] }, CheckSummary>;

export type LookRun = Run<LookReport, { done: number; of: number }, { first: number; of: number }>;
