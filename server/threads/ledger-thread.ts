import { workerData } from 'node:worker_threads';
import type { LedgerHead } from '@douane/core/consent';
import { openPool } from '../db/db';
import { verifyLedger } from '../ledger/verify';
import { answerWith } from './answer';

export interface LedgerThreadData {
  databaseUrl: string;
  organisationId: string;
  siteId: string;
  heads: LedgerHead[];
}

// Hashing a million records takes a minute, in which the recorder has to answer.
async function verify({ databaseUrl, organisationId, siteId, heads }: LedgerThreadData) {
  const db = openPool(databaseUrl, { max: 1 });
  try {
    return await verifyLedger(db, organisationId, siteId, heads);
  } finally {
    await db.end();
  }
}

answerWith(verify(workerData as LedgerThreadData));
