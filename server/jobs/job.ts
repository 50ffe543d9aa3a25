import type { Classifier } from '@douane/core/classify';
import type { Config } from '../config';
import type { Db } from '../db/db';

/** What a job gets to do its work with. */
export interface JobTools {
  db: Db;
  config: Config;
  catalogue: Classifier;
  signal: AbortSignal;
  progress(progress: object): void;
}

export interface JobResult {
  report: object;
  summary: object;
}
