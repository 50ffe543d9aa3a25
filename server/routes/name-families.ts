import type { Named } from '@douane/api';
import { Router } from 'express';
import { z } from 'zod';
import { makeFamily, partFamily } from '../acts/name-families';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { bodyOf } from './body';
import { actorOf, siteOf } from './site-of';

const familySchema = z.strictObject({
  itemIds: z.array(z.uuid()).min(1, 'choose at least one item').max(1000, 'at most 1000 items at once'),
  pattern: z.string().min(1, 'write the pattern, with * where the names differ').max(200),
});

/** Families of names that vary: made and parted by persons. */
export function nameFamilyRoutes(context: ServerContext): Router {
  const router = Router();

  router.post('/sites/:siteId/name-families', async (req, res) => {
    const { id } = await siteOf(context, req);
    const asked = bodyOf(familySchema, req);
    answer<Named>(res, { id: await makeFamily(context, actorOf(req), id, asked) }, 201);
  });

  router.post('/items/:itemId/part', async (req, res) => {
    await partFamily(context, actorOf(req), req.params.itemId);
    res.status(204).end();
  });

  return router;
}
