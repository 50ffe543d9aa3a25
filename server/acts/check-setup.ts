import type { ServerContext } from '../context';
import { saveCheckCases as keepCheckCases, saveCheckAfterPublishing } from '../db/scan-setup.sql';
import { type Actor, heldSite, perform } from './act';

/** What of it is absent stays as it is. */
export interface CheckChoice {
  /** Which visits the site is checked with from the next check on, as texts of cases; `null`: the usual ones. */
  cases?: readonly string[] | null;
  /** Whether it is checked by itself whenever another release comes into force. */
  afterPublishing?: boolean;
}

/** Keeps how a site is checked. */
export function saveCheckSetup(
  { db }: Pick<ServerContext, 'db'>,
  actor: Actor,
  siteId: string,
  { cases, afterPublishing }: CheckChoice,
): Promise<void> {
  return perform(db, actor, 'save-check-cases', async (tx) => {
    await heldSite(tx, actor, siteId);
    const { organisationId } = actor;
    if (cases !== undefined) await keepCheckCases(tx, organisationId, siteId, cases);
    if (afterPublishing !== undefined) await saveCheckAfterPublishing(tx, organisationId, siteId, afterPublishing);
    const facts = { ...(cases !== undefined && { cases }), ...(afterPublishing !== undefined && { afterPublishing }) };
    return { result: undefined, siteId, facts, tell: [{ siteId, what: 'check-setup' }] };
  });
}
