import { LedgerFold, type LedgerHead } from '@douane/core/consent';
import type { Queryable } from '../db/db';
import { ledger } from '../db/records.sql';

/** Verifies a site's ledger in memory that does not grow with it. `heads`: ends that were kept elsewhere. */
export async function verifyLedger(
  db: Queryable,
  organisationId: string,
  siteId: string,
  heads: readonly LedgerHead[],
): Promise<ReturnType<LedgerFold['end']>> {
  const fold = new LedgerFold(heads);
  for await (const { record, columns } of ledger(db, organisationId, siteId)) fold.add(record, columns);
  return fold.end();
}
