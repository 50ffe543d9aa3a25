import type { ServerContext } from '../context';
import { saveCheckCases as keepCheckCases } from '../db/scan-setup.sql';
import { type Actor, heldSite, perform } from './act';

/** Which visits the site is checked with from the next check on, as texts of cases; `null`: the usual ones. */
export function saveCheckCases(
  { db }: Pick<ServerContext, 'db'>,
  actor: Actor,
  siteId: string,
  cases: readonly string[] | null,
): Promise<void> {
  return perform(db, actor, 'save-check-cases', async (tx) => {
    await heldSite(tx, actor, siteId);
    await keepCheckCases(tx, actor.organisationId, siteId, cases);
    return { result: undefined, siteId, facts: { cases }, tell: [{ siteId, what: 'check-setup' }] };
  });
}
