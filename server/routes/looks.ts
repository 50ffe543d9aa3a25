import type { ChangedSites, LookList } from '@douane/api';
import { type Look, lookSchema, TAKEOVER_PARTS } from '@douane/core/setup';
import { Router } from 'express';
import { z } from 'zod';
import { addLook, changeLook, giveLook, removeLook } from '../acts/looks';
import { giveParts } from '../acts/several-sites';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { listLooks, lookAt } from '../db/looks.sql';
import { listSites } from '../db/sites.sql';
import { notFound } from '../problems';
import { bodyOf, siteIds } from './body';
import { personOf } from './session';
import { actorOf, siteIdOf } from './site-of';

const revision = z.number().int().min(1).max(1_000_000);
const name = z.string().trim().min(1, 'a name').max(80, 'at most 80 characters');
const addSchema = z.strictObject({ name, look: lookSchema });
const changeSchema = z.strictObject({ revision, look: lookSchema });
const giveSchema = z.strictObject({
  to: siteIds,
  parts: z.array(z.enum(TAKEOVER_PARTS)).min(1, 'at least one part'),
  changesOnly: z.boolean().default(false),
});

/** Looks that the organisation's sites share, and what one site gives to others. */
export function lookRoutes(context: ServerContext): Router {
  const { db } = context;
  const router = Router();

  router.get('/looks', async (req, res) => {
    const { organisationId } = personOf(req);
    const [looks, sites] = await Promise.all([listLooks(db, organisationId), listSites(db, organisationId)]);
    answer<LookList>(res, {
      looks: looks.map((one) => ({
        ...one,
        users: sites.flatMap(({ id, setup: { site, banner } }) =>
          banner.look?.id === one.id ? [{ siteId: id, name: site.name, revision: banner.look.revision }] : [],
        ),
      })),
    });
  });

  router.get('/looks/:lookId/:revision', async (req, res) => {
    const number = revision.safeParse(Number(req.params.revision));
    const look = number.success && (await lookAt(db, personOf(req).organisationId, req.params.lookId, number.data));
    if (!look) throw notFound('look');
    answer<Look>(res, look);
  });

  router.post('/looks', async (req, res) => {
    const { name, look } = bodyOf(addSchema, req);
    answer<{ id: string }>(res, { id: await addLook(context, actorOf(req), name, look) }, 201);
  });

  router.put('/looks/:lookId', async (req, res) => {
    await changeLook(context, actorOf(req), req.params.lookId, bodyOf(changeSchema, req));
    res.status(204).end();
  });

  router.delete('/looks/:lookId', async (req, res) => {
    await removeLook(context, actorOf(req), req.params.lookId);
    res.status(204).end();
  });

  router.post('/looks/:lookId/given', async (req, res) => {
    const { to } = bodyOf(z.strictObject({ to: siteIds }), req);
    answer<ChangedSites>(res, { sites: await giveLook(context, actorOf(req), req.params.lookId, to) });
  });

  router.post('/sites/:siteId/given', async (req, res) => {
    answer<ChangedSites>(res, {
      sites: await giveParts(context, actorOf(req), siteIdOf(req), bodyOf(giveSchema, req)),
    });
  });
  return router;
}
