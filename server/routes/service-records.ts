import type { Moved, Named, ServiceList } from '@douane/api';
import { serviceRecordSchema } from '@douane/core/classify';
import { Router } from 'express';
import { z } from 'zod';
import { ignoreService, mergeServices, partName, removeService, saveService, splitService } from '../acts/services';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { Problem } from '../problems';
import { foundServices } from '../services';
import { bodyOf } from './body';
import { personOf } from './session';
import { actorOf } from './site-of';

const name = z.string().trim().min(1, 'name the service').max(200);
/** When the list was looked at: what another person ruled since is told before it is covered. */
const since = z.iso
  .datetime({ offset: true })
  .transform((text) => new Date(text))
  .optional();
const mergeSchema = z.strictObject({ from: name, into: name });
const splitSchema = z.strictObject({
  itemIds: z.array(z.uuid()).min(1, 'choose what goes').max(1000),
  into: name,
  since,
});
const ignoreSchema = z.strictObject({
  name,
  reason: z.string().trim().min(1, 'say why it is ignored').max(2000),
  since,
});

/** The services of an organisation: those that rulings name, and what is kept about their providers. */
export function serviceRecordRoutes(context: ServerContext): Router {
  const { db } = context;
  const router = Router();

  router.get('/services', async (req, res) => {
    answer<ServiceList>(res, { services: await foundServices(db, personOf(req).organisationId) });
  });

  router.post('/services', async (req, res) => {
    const id = await saveService(context, actorOf(req), null, bodyOf(serviceRecordSchema, req));
    answer<Named>(res, { id }, 201);
  });

  router.put('/services/:serviceId', async (req, res) => {
    const { serviceId } = req.params;
    await saveService(context, actorOf(req), serviceId, bodyOf(serviceRecordSchema, req));
    answer<Named>(res, { id: serviceId });
  });

  router.delete('/services/:serviceId', async (req, res) => {
    await removeService(context, actorOf(req), req.params.serviceId);
    res.status(204).end();
  });

  router.post('/services/merge', async (req, res) => {
    const asked = bodyOf(mergeSchema, req);
    if (asked.from === asked.into) {
      const fields = [{ path: 'into', message: 'is the same service' }];
      throw new Problem(422, 'Some fields are not right', undefined, fields);
    }
    answer<Named & { items: number }>(res, await mergeServices(context, actorOf(req), asked));
  });

  router.delete('/services/:serviceId/names/:name', async (req, res) => {
    await partName(context, actorOf(req), req.params.serviceId, req.params.name);
    res.status(204).end();
  });

  router.post('/services/split', async (req, res) => {
    const { since: inSight, ...asked } = bodyOf(splitSchema, req);
    answer<Moved>(res, await splitService(context, actorOf(req), asked, inSight), 201);
  });

  router.post('/services/ignore', async (req, res) => {
    const { since: inSight, ...asked } = bodyOf(ignoreSchema, req);
    answer<Moved>(res, await ignoreService(context, actorOf(req), asked, inSight), 201);
  });
  return router;
}
