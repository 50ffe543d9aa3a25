import { brokenAt } from '@douane/core/agreements';
import { FIRST_PREVIOUS_HASH } from '@douane/core/consent';
import { type AgreementsOf, agreementLedger } from '../db/agreements.sql';
import type { Queryable } from '../db/db';

/** So many are read at once, so that memory stays flat however long a ledger is. */
const AT_ONCE = 5_000;

/** At which record a site's ledger of agreements is broken; `null`: it holds, as far as it went when it was read. */
export async function ledgerBrokenAt(db: Queryable, site: AgreementsOf, most = AT_ONCE): Promise<number | null> {
  let [after, previous] = [0, FIRST_PREVIOUS_HASH];
  for (;;) {
    const records = await agreementLedger(db, site, { after, most });
    const broken = brokenAt(records, previous, after + 1);
    if (broken !== null || records.length < most) return broken;
    ({ number: after, hash: previous } = records.at(-1)!);
  }
}
