import type { Knowledge } from '../catalogue';
import type { Config } from '../config';
import type { Db } from '../db/db';
import type { RunQueue } from './queue';

/** What a job gets to do its work with. */
export interface JobTools {
  db: Db;
  config: Config;
  queue: RunQueue;
  knowledge: Knowledge;
  /** Whether the worker is about to end; the run then goes back to the queue. */
  stopping(): boolean;
  signal: AbortSignal;
  progress(progress: object): void;
}

export interface JobResult {
  report: object;
  summary: object;
}
