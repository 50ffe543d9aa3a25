import type { SavedNotices, ScanSetup } from '@douane/api';
import { scanPlanSchema } from '@douane/core/coverage';
import { signInSchema, webAddress } from '@douane/core/setup';
import { Router } from 'express';
import { z } from 'zod';
import { removeSchedule, removeSignIn, saveNotices, saveScanPlan, saveSchedule, saveSignIn } from '../acts/scan-setup';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { scanSetupOf, scheduleOf, signInOf } from '../db/scan-setup.sql';
import { bodyOf } from './body';
import { actorOf, siteOf } from './site-of';

const scheduleSchema = z.strictObject({
  cron: z.string().trim().min(1).max(100),
  zone: z.string().trim().min(1).max(60),
});

const noticesSchema = z.strictObject({
  mail: z.array(z.email('a mail address')).max(20, 'at most 20 addresses'),
  webhook: z.union([z.literal(''), webAddress.max(500)], 'a web address, or nothing'),
});

const askedSignInSchema = signInSchema.extend({
  fields: z
    .array(
      z.strictObject({
        selector: signInSchema.shape.fields.element.shape.selector,
        value: z.string().max(1000).optional(),
      }),
    )
    .max(20, 'at most 20 fields'),
});

/** How a site is scanned: plan, sign-in, schedule, and who is told of new things. */
export function scanSetupRoutes(context: ServerContext): Router {
  const { db, config } = context;
  const router = Router();

  router.get('/sites/:siteId/scan-setup', async (req, res) => {
    const { organisationId, id } = await siteOf(context, req);
    const [{ plan, notices }, signIn, schedule] = await Promise.all([
      scanSetupOf(db, organisationId, id),
      signInOf(db, organisationId, id),
      scheduleOf(db, organisationId, id),
    ]);
    answer<ScanSetup>(res, {
      plan,
      signIn: signIn && { ...signIn.recipe, savedAt: signIn.savedAt },
      schedule: schedule && { cron: schedule.cron, zone: schedule.zone, nextAt: schedule.nextAt },
      notices: { mail: notices.mail, webhook: notices.webhook?.url ?? '' },
      // Only the server knows; a browser's clock zone is a good guess for a person.
      canKeepSecrets: config.seal.ready,
      canMail: config.smtpUrl !== null,
    });
  });

  router.put('/sites/:siteId/scan-plan', async (req, res) => {
    const { id } = await siteOf(context, req);
    const plan = bodyOf(scanPlanSchema, req);
    await saveScanPlan(context, actorOf(req), id, plan);
    answer<Pick<ScanSetup, 'plan'>>(res, { plan });
  });

  router.put('/sites/:siteId/schedule', async (req, res) => {
    const { id } = await siteOf(context, req);
    const asked = bodyOf(scheduleSchema, req);
    const nextAt = await saveSchedule(context, actorOf(req), id, asked);
    answer<NonNullable<ScanSetup['schedule']>>(res, { ...asked, nextAt });
  });

  router.delete('/sites/:siteId/schedule', async (req, res) => {
    const { id } = await siteOf(context, req);
    await removeSchedule(context, actorOf(req), id);
    res.status(204).end();
  });

  router.put('/sites/:siteId/notices', async (req, res) => {
    const { id } = await siteOf(context, req);
    const asked = bodyOf(noticesSchema, req);
    const { webhook, secret } = await saveNotices(context, actorOf(req), id, asked);
    answer<SavedNotices>(res, { mail: asked.mail, webhook, ...(secret && { secret }) });
  });

  router.put('/sites/:siteId/sign-in', async (req, res) => {
    const { id } = await siteOf(context, req);
    await saveSignIn(context, actorOf(req), id, bodyOf(askedSignInSchema, req));
    res.status(204).end();
  });

  router.delete('/sites/:siteId/sign-in', async (req, res) => {
    const { id } = await siteOf(context, req);
    await removeSignIn(context, actorOf(req), id);
    res.status(204).end();
  });
  return router;
}
