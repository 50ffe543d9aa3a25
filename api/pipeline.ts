import type { ConsentRecord } from '@douane/core/consent';
import type { Release } from '@douane/core/release';

/** A token by which a pipeline reads what is in force and hands in its checks. */
export interface AccessTokenLine {
  id: string;
  name: string;
  /** Who made it. */
  person: string;
  madeAt: string;
  usedAt: string | null;
}

export interface AccessTokenList {
  tokens: AccessTokenLine[];
}

/** `token`: shown this once. */
export interface MadeAccessToken {
  id: string;
  token: string;
}

/** What a pipeline checks a site against. */
export interface PipelineSite {
  id: string;
  name: string;
  release: Release;
}

/** As they stand in the ledger. */
export interface PipelineRecords {
  records: ConsentRecord[];
}

export interface KeptCheck {
  id: string;
}
