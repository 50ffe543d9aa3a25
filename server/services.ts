import type { Classifier } from '@douane/core/classify';
import type { GateCode } from '@douane/gate';
import type { Config } from './config';
import type { Db } from './db/db';
import type { RunQueue } from './jobs/queue';
import type { Live } from './live';
import type { PlaceFinder } from './visitors/place';

/** What routes work with. */
export interface Services {
  db: Db;
  config: Config;
  queue: RunQueue;
  live: Live;
  /** Knows items before anybody ruled. */
  catalogue: Classifier;
  gateCode: GateCode;
  placeOf: PlaceFinder;
}
