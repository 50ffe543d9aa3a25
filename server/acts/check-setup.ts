import type { ServerContext } from '../context';
import {
  type CheckOccasion,
  type CheckPages,
  saveCheckCases,
  saveCheckOccasions,
  saveCheckPages,
} from '../db/scan-setup.sql';
import { type Actor, heldSite, perform } from './act';

/** What of it is absent stays as it is. */
export interface CheckChoice {
  /** Which visits the site is checked with from the next check on, as texts of cases; `null`: the usual ones. */
  cases?: readonly string[] | null;
  /** On which pages. */
  pages?: CheckPages;
  /** After what it is checked by itself. */
  after?: readonly CheckOccasion[];
}

/** Keeps how a site is checked. */
export function saveCheckSetup(
  { db }: Pick<ServerContext, 'db'>,
  actor: Actor,
  siteId: string,
  { cases, pages, after }: CheckChoice,
): Promise<void> {
  return perform(db, actor, 'save-check-cases', async (tx) => {
    await heldSite(tx, actor, siteId);
    const { organisationId } = actor;
    if (cases !== undefined) await saveCheckCases(tx, organisationId, siteId, cases);
    if (pages !== undefined) await saveCheckPages(tx, organisationId, siteId, pages);
    if (after !== undefined) await saveCheckOccasions(tx, organisationId, siteId, after);
    const facts = {
      ...(cases !== undefined && { cases }),
      ...(pages !== undefined && { pages }),
      ...(after !== undefined && { after }),
    };
    return { result: undefined, siteId, facts, tell: [{ siteId, what: 'check-setup' }] };
  });
}
