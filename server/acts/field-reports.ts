import type { FieldHost } from '@douane/core/field';
import type { Item } from '@douane/core/observe';
import { reclassify } from '../classifying';
import type { ServerContext } from '../context';
import { listFieldHosts } from '../db/field-reports.sql';
import { upsertItems } from '../db/items.sql';
import { notFound } from '../problems';
import { type Actor, heldSite, perform } from './act';

/**
 * Makes an item of each kind of request to a third party that visitors met, so that it can be ruled like what a scan found.
 * 404: no visitor met it, or a scan has seen it.
 */
export async function takeUpFieldHost(
  { db, knowledge }: Pick<ServerContext, 'db' | 'knowledge'>,
  actor: Actor,
  siteId: string,
  host: string,
): Promise<void> {
  const { organisationId } = actor;
  const site = await perform(db, actor, 'take-up-field-host', async (tx) => {
    const site = await heldSite(tx, actor, siteId);
    const found = (await listFieldHosts(tx, organisationId, siteId)).find((one) => one.host === host);
    if (!found) throw notFound('third party that visitors met and no scan has seen');
    await upsertItems(tx, organisationId, siteId, itemsOf(found, site.setup.site.address));
    return { result: site, siteId, facts: { host, reports: found.reports }, tell: [{ siteId, what: 'items' }] };
  });
  await reclassify(db, knowledge, site);
}

function itemsOf({ host, kinds, pages: met }: FieldHost, address: string): Item[] {
  const pages = met.map((page) => new URL(page, address).href);
  return kinds.map((name) => ({
    kind: 'request',
    name,
    host,
    party: 'third',
    pages,
    chain: [
      { url: pages[0]!, how: 'page' },
      { url: `https://${host}/`, how: 'field' },
    ],
  }));
}
