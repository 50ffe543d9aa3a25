import { randomUUID } from 'node:crypto';
import { entityOfHost } from '@douane/core/classify';
import { Router } from 'express';
import { z } from 'zod';
import {
  insertRulings,
  itemById,
  type KeptItem,
  listItems,
  type NewRuling,
  rulingHistory,
  undoAct,
} from '../db/items.sql';
import { signsAbout } from '../db/runs.sql';
import { announce } from '../live';
import { notFound, Problem } from '../problems';
import type { Services } from '../services';
import { bodyOf } from './body';
import { personOf } from './session';
import { siteOf } from './site-of';

const rulingSchema = z.strictObject({
  itemIds: z.array(z.uuid()).min(1).max(1000),
  purpose: z.string().min(1),
  service: z.string().trim().min(1).max(200).optional(),
  description: z.string().trim().max(2000).optional(),
  reason: z.string().trim().max(2000).optional(),
});

export function classifyRoutes(services: Services): Router {
  const { db } = services;
  const router = Router();

  router.get('/sites/:siteId/items', async (req, res) => {
    const site = await siteOf(services, req);
    res.json({ items: await listItems(db, site.organisationId, site.id) });
  });

  router.get('/items/:itemId', async (req, res) => {
    const { organisationId } = personOf(req);
    const item = await itemById(db, organisationId, req.params.itemId);
    if (!item) throw notFound('item');
    const entity = entityOfHost(item.host);
    const [history, signs] = await Promise.all([
      rulingHistory(db, organisationId, item.id),
      signsAbout(db, organisationId, item),
    ]);
    res.json({ item, history, entity, signs });
  });

  router.post('/sites/:siteId/rulings', async (req, res) => {
    const site = await siteOf(services, req);
    const person = personOf(req);
    const { itemIds, purpose, service, description, reason } = bodyOf(rulingSchema, req);
    const purposes = site.setup.purposes.map((p) => p.id);
    if (!purposes.includes(purpose)) {
      throw new Problem(422, 'Some fields are not right', undefined, [
        { path: 'purpose', message: `one of ${purposes.join(', ')}` },
      ]);
    }
    const items = await listItems(db, site.organisationId, site.id);
    const asked = items.filter((item) => itemIds.includes(item.id));
    if (asked.length !== new Set(itemIds).size) throw notFound('item of this site');

    const ruling = (item: KeptItem, why: string): NewRuling => ({
      itemId: item.id,
      purpose,
      service: service ?? item.ruling?.service ?? serviceNameFor(item),
      description: description ?? item.ruling?.description,
      policyUrl: item.ruling?.policyUrl,
      by: 'person',
      reason: why,
      confidence: 1,
    });
    const rulings = asked.map((item) => ruling(item, reason || `ruled by ${person.name}`));
    // What the same third-party host also does is not asked about again; what was ruled on its own stays.
    for (const lead of asked.filter((item) => item.party === 'third')) {
      for (const item of items) {
        const along =
          item.host === lead.host &&
          !item.ruling &&
          item.party === 'third' &&
          !rulings.some((r) => r.itemId === item.id);
        if (along)
          rulings.push({
            ...ruling(item, `with ${lead.kind} ${lead.name} of ${lead.host}`),
            service: rulings[0]!.service,
          });
      }
    }
    const act = randomUUID();
    await insertRulings(db, site.organisationId, rulings, act, person.id);
    await announce(db, { organisationId: site.organisationId, siteId: site.id, what: 'items' });
    res.status(201).json({ act, ruled: rulings.length });
  });

  router.delete('/sites/:siteId/rulings/:act', async (req, res) => {
    const site = await siteOf(services, req);
    const undone = await undoAct(db, site.organisationId, z.uuid().parse(req.params.act));
    if (undone === 0) throw notFound('ruling to undo');
    await announce(db, { organisationId: site.organisationId, siteId: site.id, what: 'items' });
    res.json({ undone });
  });
  return router;
}

/** A name to start with where nobody gave one: the known owner of the host, the host, or the site itself. */
function serviceNameFor(item: KeptItem): string {
  if (item.party === 'first') return 'This site';
  return entityOfHost(item.host)?.name ?? item.host;
}
