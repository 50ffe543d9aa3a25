import type { Because, ServiceRecordBody } from '@douane/core/classify';
import { reclassifyAll } from '../classifying';
import type { ServerContext } from '../context';
import type { Queryable } from '../db/db';
import { listItems } from '../db/items.sql';
import type { NewRuling } from '../db/rulings.sql';
import {
  deleteService,
  insertService,
  listServices,
  mergeServices as mergeRecords,
  nameService,
  unnameService,
  updateService,
} from '../db/services.sql';
import { listSites } from '../db/sites.sql';
import { notFound, Problem } from '../problems';
import { foundServices } from '../services';
import { type Actor, newsForAll, perform } from './act';
import { type AskedRulings, type InSight, ruleItems } from './rulings';

type Tools = Pick<ServerContext, 'db' | 'knowledge'>;

/** Takes up a service, or changes what is kept of one (`id`). Throws a problem where its name is another's. */
export function saveService({ db }: Tools, actor: Actor, id: string | null, body: ServiceRecordBody): Promise<string> {
  const { organisationId } = actor;
  return perform(db, actor, 'save-service', async (tx) => {
    await refuseTaken(tx, organisationId, body.name, id);
    if (id !== null && !(await updateService(tx, organisationId, id, body))) throw notFound('service');
    const result = id ?? (await insertService(tx, organisationId, body));
    return {
      result,
      siteId: null,
      facts: { id: result, name: body.name },
      tell: await newsForAll(tx, organisationId, 'items', 'knowledge'),
    };
  });
}

/** Deletes what is known of a service; its rulings stay. 404: none of the organisation's. */
export function removeService({ db }: Tools, actor: Actor, id: string): Promise<void> {
  return perform(db, actor, 'remove-service', async (tx) => {
    if (!(await deleteService(tx, actor.organisationId, id))) throw notFound('service');
    return {
      result: undefined,
      siteId: null,
      facts: { id },
      tell: await newsForAll(tx, actor.organisationId, 'items', 'knowledge'),
    };
  });
}

/** What rulings call `from` is `into` from now on; a record of `from` goes, its names stay as further names. */
export function mergeServices(
  { db }: Tools,
  actor: Actor,
  { from, into }: { from: string; into: string },
): Promise<{ id: string; items: number }> {
  const { organisationId } = actor;
  return perform(db, actor, 'merge-services', async (tx) => {
    const found = await foundServices(tx, organisationId);
    const source = found.find(({ name }) => name === from);
    const target = found.find(({ name }) => name === into);
    if (!source || !target) throw notFound(`service "${source ? into : from}"`);
    const id = target.record?.id ?? (await insertService(tx, organisationId, target.proposal));
    if (source.record) await mergeRecords(tx, organisationId, source.record.id, id);
    else await nameService(tx, organisationId, id, from);
    const result = { id, items: source.items.length };
    return {
      result,
      siteId: null,
      facts: { from, into },
      tell: await newsForAll(tx, organisationId, 'items', 'knowledge'),
    };
  });
}

/** Undoes a merge: what rulings call by that name is a service of its own again. */
export function partName({ db }: Tools, actor: Actor, id: string, name: string): Promise<void> {
  const { organisationId } = actor;
  return perform(db, actor, 'part-name', async (tx) => {
    const record = (await listServices(tx, organisationId)).find((service) => service.id === id);
    if (record?.name === name) throw new Problem(409, 'This is the name of the service itself');
    if (!(await unnameService(tx, organisationId, id, name))) throw notFound('name');
    return {
      result: undefined,
      siteId: null,
      facts: { id, name },
      tell: await newsForAll(tx, organisationId, 'items', 'knowledge'),
    };
  });
}

/** Some of a service's items become another service's; each is a person's ruling and can be undone at its item. */
export async function splitService(
  tools: Tools,
  actor: Actor,
  { itemIds, into }: { itemIds: readonly string[]; into: string },
  inSight?: InSight,
): Promise<{ act: string; items: number }> {
  const wanted = new Set(itemIds);
  const bySite = await itemsBySite(tools.db, actor.organisationId, ({ id }) => wanted.has(id));
  if (sum(bySite) !== wanted.size) throw notFound('item');
  return ruleAll(tools, actor, 'split-service', bySite, inSight, (item) => {
    if (!item.ruling) {
      throw new Problem(409, `${item.name} is open`, 'Rule it first; only then does it belong to a service.');
    }
    const { id: _, at: __, person: ___, act: ____, ...ruling } = item.ruling;
    const because: Because = { code: 'service-moved', from: ruling.service, into, person: actor.name };
    return { ...ruling, itemId: item.id, service: into, by: 'person', because, confidence: 1 };
  });
}

/** All items of a service are ignored from now on. */
export async function ignoreService(
  tools: Tools,
  actor: Actor,
  { name, reason }: { name: string; reason: string },
  inSight?: InSight,
): Promise<{ act: string; items: number }> {
  const bySite = await itemsBySite(tools.db, actor.organisationId, ({ ruling }) => ruling?.service === name);
  if (sum(bySite) === 0) throw notFound('service with items');
  return ruleAll(tools, actor, 'ignore-service', bySite, inSight, ({ id }) => ({
    itemId: id,
    state: 'ignored',
    because: { code: 'said', text: reason },
  }));
}

type Item = Awaited<ReturnType<typeof listItems>>[number];

async function ruleAll(
  tools: Tools,
  actor: Actor,
  way: 'split-service' | 'ignore-service',
  bySite: Map<string, string[]>,
  inSight: InSight | undefined,
  rule: (item: Item) => NewRuling,
): Promise<{ act: string; items: number }> {
  const asked = [...bySite].map(
    ([siteId, itemIds]): AskedRulings => ({ siteId, itemIds, rule: (items) => items.map(rule) }),
  );
  const { act, ruled } = await ruleItems(tools, actor, way, asked, inSight);
  await reclassifyAll(tools.db, tools.knowledge, actor.organisationId);
  return { act, items: ruled.length };
}

async function itemsBySite(
  db: Queryable,
  organisationId: string,
  which: (item: Item) => boolean,
): Promise<Map<string, string[]>> {
  const found = new Map<string, string[]>();
  for (const { id } of await listSites(db, organisationId)) {
    const ids = (await listItems(db, organisationId, id)).filter(which).map((item) => item.id);
    if (ids.length > 0) found.set(id, ids);
  }
  return found;
}

const sum = (bySite: Map<string, string[]>) => [...bySite.values()].reduce((total, ids) => total + ids.length, 0);

async function refuseTaken(
  tx: Queryable,
  organisationId: string,
  wanted: string,
  except: string | null,
): Promise<void> {
  const same = (await listServices(tx, organisationId)).find(
    (service) => service.id !== except && [service.name, ...service.aliases].includes(wanted),
  );
  if (!same) return;
  const message = same.name === wanted ? 'is there already; merge the two' : `is another name of ${same.name}`;
  throw new Problem(409, 'Some fields are not right', undefined, [{ path: 'name', message: `${wanted} ${message}` }]);
}
