import type { NextStep, SiteState, Stage, Station } from '@douane/core/board';
import type { ConsentRecord } from '@douane/core/consent';
import type { Setup } from '@douane/core/setup';
import type { BannerContent } from '@douane/gate';

export interface Person {
  name: string;
  email: string;
  organisation: string;
}

/** Who is signed in, and the token that every change has to bring along. */
export interface Session {
  person: Person | null;
  csrf: string;
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

export interface Board {
  sites: SiteSummary[];
}

export interface Draft {
  revision: number;
  setup: Setup;
  differences: string[];
  versions: { number: number; publishedAt: string; publishedBy: string | null }[];
  open: number;
  snippet: string;
  contents: BannerContent[];
}

export interface PublishedVersion {
  number: number;
  snippet: string;
}

export interface RecordList {
  records: ConsentRecord[];
  counts: { counted: number; tests: number; acceptedAll: number; refusedAll: number };
}

/** Whether every record follows from the one before it; `broken` names the first that does not. */
export interface LedgerState {
  records: number;
  broken: { number: number; why: string } | null;
  /** Hash of the last record. */
  last: string | null;
}
