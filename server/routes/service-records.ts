import { randomUUID } from 'node:crypto';
import type { FoundService, Moved, Named, ServiceList } from '@douane/api';
import { entityOfHost, serviceRecordSchema } from '@douane/core/classify';
import { Router } from 'express';
import { z } from 'zod';
import { answer } from '../answer';
import { reclassifyAll } from '../classifying';
import { inTransaction, type Queryable } from '../db/db';
import { type KeptItem, listItems } from '../db/items.sql';
import { insertRulings, type NewRuling } from '../db/rulings.sql';
import {
  deleteService,
  insertService,
  listServices,
  mergeServices,
  nameService,
  unnameService,
  updateService,
} from '../db/services.sql';
import { listSites, type Site } from '../db/sites.sql';
import { announce } from '../live';
import { notFound, Problem } from '../problems';
import type { Services } from '../services';
import { bodyOf } from './body';
import { personOf } from './session';

const name = z.string().trim().min(1, 'name the service').max(200);
const mergeSchema = z.strictObject({ from: name, into: name });
const splitSchema = z.strictObject({ itemIds: z.array(z.uuid()).min(1, 'choose what goes').max(1000), into: name });
const ignoreSchema = z.strictObject({ name, reason: z.string().trim().min(1, 'say why it is ignored').max(2000) });

/** The services of an organisation: those that rulings name, and what is kept about their providers. */
export function serviceRecordRoutes(services: Services): Router {
  const { db, knowledge } = services;
  const router = Router();

  router.get('/services', async (req, res) => {
    answer<ServiceList>(res, { services: await foundServices(db, personOf(req).organisationId) });
  });

  router.post('/services', async (req, res) => {
    const { organisationId } = personOf(req);
    const body = bodyOf(serviceRecordSchema, req);
    await refuseTaken(organisationId, body.name);
    const id = await inTransaction(db, (tx) => insertService(tx, organisationId, body));
    await told(organisationId);
    answer<Named>(res, { id }, 201);
  });

  router.put('/services/:serviceId', async (req, res) => {
    const { organisationId } = personOf(req);
    const body = bodyOf(serviceRecordSchema, req);
    await refuseTaken(organisationId, body.name, req.params.serviceId);
    const found = await inTransaction(db, (tx) => updateService(tx, organisationId, req.params.serviceId, body));
    if (!found) throw notFound('service');
    await told(organisationId);
    answer<Named>(res, { id: req.params.serviceId });
  });

  router.delete('/services/:serviceId', async (req, res) => {
    const { organisationId } = personOf(req);
    if (!(await deleteService(db, organisationId, req.params.serviceId))) throw notFound('service');
    await told(organisationId);
    res.status(204).end();
  });

  /** What rulings call `from` is `into` from now on; a record of `from` goes, its names stay as further names. */
  router.post('/services/merge', async (req, res) => {
    const { organisationId } = personOf(req);
    const { from, into } = bodyOf(mergeSchema, req);
    if (from === into) {
      throw new Problem(422, 'Some fields are not right', undefined, [
        { path: 'into', message: 'is the same service' },
      ]);
    }
    const found = await foundServices(db, organisationId);
    const source = found.find((service) => service.name === from);
    const target = found.find((service) => service.name === into);
    if (!source || !target) throw notFound(`service "${source ? into : from}"`);
    const id = await inTransaction(db, async (tx) => {
      const targetId = target.record?.id ?? (await insertService(tx, organisationId, target.proposal));
      if (source.record) await mergeServices(tx, organisationId, source.record.id, targetId);
      else await nameService(tx, organisationId, targetId, from);
      return targetId;
    });
    await told(organisationId);
    answer<Named & { items: number }>(res, { id, items: source.items.length });
  });

  /** Undoes a merge: what rulings call by that name is a service of its own again. */
  router.delete('/services/:serviceId/names/:name', async (req, res) => {
    const { organisationId } = personOf(req);
    const { serviceId } = req.params;
    const record = (await listServices(db, organisationId)).find(({ id }) => id === serviceId);
    if (record?.name === req.params.name) throw new Problem(409, 'This is the name of the service itself');
    if (!(await unnameService(db, organisationId, serviceId, req.params.name))) throw notFound('name');
    await told(organisationId);
    res.status(204).end();
  });

  /** Some of a service's items become another service's; each is a person's ruling and can be undone at its item. */
  router.post('/services/split', async (req, res) => {
    const { organisationId, id: personId, name: person } = personOf(req);
    const { itemIds, into } = bodyOf(splitSchema, req);
    const items = await itemsOf(organisationId, (item) => itemIds.includes(item.id));
    if (items.length !== new Set(itemIds).size) throw notFound('item');
    const open = items.find((item) => !item.ruling);
    if (open) throw new Problem(409, `${open.name} is open`, 'Rule it first; only then does it belong to a service.');
    const rulings = items.map((item): NewRuling => {
      const { id: _, at: __, person: ___, act: ____, ...ruling } = item.ruling!;
      const reason = `moved from ${ruling.service} to ${into} by ${person}`;
      return { ...ruling, itemId: item.id, service: into, by: 'person', reason, confidence: 1 };
    });
    const act = randomUUID();
    await insertRulings(db, organisationId, rulings, act, personId);
    await reclassifyAll(db, knowledge, organisationId);
    await told(organisationId);
    answer<Moved>(res, { act, items: items.length }, 201);
  });

  router.post('/services/ignore', async (req, res) => {
    const { organisationId, id: personId } = personOf(req);
    const { name: service, reason } = bodyOf(ignoreSchema, req);
    const items = await itemsOf(organisationId, (item) => item.ruling?.service === service);
    if (items.length === 0) throw notFound('service with items');
    const act = randomUUID();
    const rulings = items.map((item): NewRuling => ({ itemId: item.id, state: 'ignored', reason }));
    await insertRulings(db, organisationId, rulings, act, personId);
    await reclassifyAll(db, knowledge, organisationId);
    await told(organisationId);
    answer<Moved>(res, { act, items: items.length }, 201);
  });

  async function itemsOf(organisationId: string, which: (item: KeptItem) => boolean): Promise<KeptItem[]> {
    const items: KeptItem[] = [];
    for (const site of await listSites(db, organisationId)) {
      items.push(...(await listItems(db, organisationId, site.id)).filter(which));
    }
    return items;
  }

  async function refuseTaken(organisationId: string, wanted: string, except?: string): Promise<void> {
    const same = (await listServices(db, organisationId)).find(
      (service) => service.id !== except && [service.name, ...service.aliases].includes(wanted),
    );
    if (!same) return;
    const message = same.name === wanted ? 'is there already; merge the two' : `is another name of ${same.name}`;
    throw new Problem(409, 'Some fields are not right', undefined, [{ path: 'name', message: `${wanted} ${message}` }]);
  }

  async function told(organisationId: string): Promise<void> {
    for (const site of await listSites(db, organisationId)) {
      await announce(db, { organisationId, siteId: site.id, what: 'items' });
      await announce(db, { organisationId, siteId: site.id, what: 'knowledge' });
    }
  }
  return router;
}

/** Every service that a ruling names or a record describes, by name. */
async function foundServices(db: Queryable, organisationId: string): Promise<FoundService[]> {
  const [records, sites] = await Promise.all([listServices(db, organisationId), listSites(db, organisationId)]);
  const found = new Map<string, FoundService>();
  const entry = (service: string): FoundService => {
    let known = found.get(service);
    if (!known) {
      const record = records.find((one) => one.name === service) ?? null;
      known = { name: service, record, purposes: [], hosts: [], sites: [], items: [], proposal: { name: service } };
      found.set(service, known);
    }
    return known;
  };
  for (const record of records) entry(record.name);
  for (const site of sites) {
    for (const item of await listItems(db, organisationId, site.id)) addItem(entry, site, item);
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name));
}

function addItem(entry: (name: string) => FoundService, site: Site, { ruling, ...item }: KeptItem): void {
  if (!ruling) return;
  const service = entry(ruling.service);
  const add = (list: string[], value: string) => list.includes(value) || list.push(value);
  add(service.purposes, ruling.purpose);
  add(service.sites, site.setup.site.name);
  if (item.party === 'third') add(service.hosts, item.host);
  const { id, kind, name: itemName, host } = item;
  service.items.push({
    id,
    kind,
    name: itemName,
    host,
    siteId: site.id,
    site: site.setup.site.name,
    purpose: ruling.purpose,
    by: ruling.by,
  });
  const entity = item.party === 'third' ? entityOfHost(host) : null;
  if (entity) service.proposal.provider ??= entity.name;
  const policyUrl = ruling.policyUrl ?? entity?.homepage;
  if (policyUrl && URL.canParse(policyUrl)) service.proposal.policyUrl ??= policyUrl;
}
