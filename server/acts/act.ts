import { insertAudit } from '../db/audit.sql';
import { type Db, inTransaction, type Queryable } from '../db/db';
import { listSites, lockSite, type Site } from '../db/sites.sql';
import { announce, type Change } from '../live';
import { notFound } from '../problems';

/**
 * Who acts. Whoever belongs to an organisation may act on everything of it and on nothing else: every query of an act
 * carries the organisation, and what is not of it is not found.
 */
export interface Actor {
  organisationId: string;
  personId: string;
  name: string;
  /** The open interface it was done in, which needs no news of it. */
  client?: string;
}

/** What an act came to: its result, what is written down of it, and who has to look again. */
export interface Done<T> {
  result: T;
  /** The site it was about; `null`: the organisation as a whole. */
  siteId: string | null;
  facts?: object;
  tell?: Pick<Change, 'siteId' | 'what'>[];
  /** The interface it was done in shows all of it already. */
  shown?: boolean;
}

/** One transaction with the change, its row in the audit, and its news, which is told when it commits. */
export function perform<T>(db: Db, actor: Actor, act: string, work: (tx: Queryable) => Promise<Done<T>>): Promise<T> {
  const { organisationId, personId, client } = actor;
  return inTransaction(db, async (tx) => {
    const { result, siteId, facts = {}, tell = [], shown } = await work(tx);
    await insertAudit(tx, { organisationId, siteId, personId, act, facts });
    for (const news of tell) await announce(tx, { organisationId, ...news, ...(shown && client && { from: client }) });
    return result;
  });
}

/** The site that an act is about, held until it is done. Throws a problem where it is not the actor's. */
export async function heldSite(tx: Queryable, { organisationId }: Actor, siteId: string): Promise<Site> {
  const site = await lockSite(tx, organisationId, siteId);
  if (!site) throw notFound('site');
  return site;
}

/** News for every site of an organisation, of what belongs to all of them. */
export async function newsForAll(
  tx: Queryable,
  organisationId: string,
  ...what: Change['what'][]
): Promise<NonNullable<Done<unknown>['tell']>> {
  const sites = await listSites(tx, organisationId);
  return sites.flatMap(({ id }) => what.map((one) => ({ siteId: id, what: one })));
}
