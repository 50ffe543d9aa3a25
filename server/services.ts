import type { GateCode } from '@douane/gate';
import type { Knowledge } from './catalogue';
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
  /** What is known of items before anybody ruled. */
  knowledge: Knowledge;
  gateCode: GateCode;
  placeOf: PlaceFinder;
}
