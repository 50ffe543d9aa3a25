import type { GateCode } from '@douane/gate';
import type { Knowledge } from './catalogue';
import type { Config } from './config';
import type { Db } from './db/db';
import type { RunQueue } from './jobs/queue';
import type { HeadFiles, HeadSigner } from './ledger/heads';
import type { LedgerWriter } from './ledger/writer';
import type { Live } from './live';
import type { Surroundings } from './surroundings';
import type { FieldReports } from './visitors/field-reports';
import type { PlaceFinder } from './visitors/place';
import type { ServedSites } from './visitors/served-sites';

/** What the running server is made of; routes and acts work with it. */
export interface ServerContext {
  db: Db;
  config: Config;
  queue: RunQueue;
  live: Live;
  /** What is known of items before anybody ruled. */
  knowledge: Knowledge;
  gateCode: GateCode;
  placeOf: PlaceFinder;
  served: ServedSites;
  fieldReports: FieldReports;
  ledgers: LedgerWriter;
  heads: HeadFiles;
  signer: HeadSigner;
  surroundings: Surroundings;
}
