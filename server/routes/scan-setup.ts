import { randomBytes } from 'node:crypto';
import type { SavedNotices, ScanSetup } from '@douane/api';
import { scanPlanSchema } from '@douane/core/coverage';
import { signInSchema } from '@douane/core/setup';
import { assertTarget } from '@douane/scanner';
import { Router } from 'express';
import { z } from 'zod';
import { answer } from '../answer';
import {
  deleteSchedule,
  deleteSignIn,
  saveNotices,
  saveScanPlan,
  saveSchedule,
  scanSetupOf,
  scheduleOf,
  signInOf,
} from '../db/scan-setup.sql';
import { announce } from '../live';
import { Problem } from '../problems';
import { nextTime } from '../schedules';
import type { Services } from '../services';
import { keepSignIn } from '../sign-ins';
import { bodyOf } from './body';
import { siteOf } from './site-of';

const scheduleSchema = z.strictObject({
  cron: z.string().trim().min(1).max(100),
  zone: z.string().trim().min(1).max(60),
});

const noticesSchema = z.strictObject({
  mail: z.array(z.email('a mail address')).max(20, 'at most 20 addresses'),
  webhook: z
    .string()
    .trim()
    .max(500)
    .refine((text) => text === '' || (/^https?:\/\//i.test(text) && URL.canParse(text)), 'a web address, or nothing'),
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

const wrong = (path: string, message: string) =>
  new Problem(422, 'Some fields are not right', undefined, [{ path, message }]);

/** How a site is scanned: plan, sign-in, schedule, and who is told of new things. */
export function scanSetupRoutes(services: Services): Router {
  const { db, config } = services;
  const router = Router();

  router.get('/sites/:siteId/scan-setup', async (req, res) => {
    const { organisationId, id } = await siteOf(services, req);
    const [{ plan, notices }, signIn, schedule] = await Promise.all([
      scanSetupOf(db, organisationId, id),
      signInOf(db, organisationId, id),
      scheduleOf(db, organisationId, id),
    ]);
    answer<ScanSetup>(res, {
      plan: scanPlanSchema.parse(plan),
      signIn: signIn && { ...signIn.recipe, savedAt: signIn.savedAt },
      schedule: schedule && { cron: schedule.cron, zone: schedule.zone, nextAt: schedule.nextAt },
      notices: { mail: notices.mail, webhook: notices.webhook?.url ?? '' },
      // Only the server knows; a browser's clock zone is a good guess for a person.
      canKeepSecrets: config.seal.ready,
      canMail: config.smtpUrl !== null,
    });
  });

  router.put('/sites/:siteId/scan-plan', async (req, res) => {
    const { organisationId, id } = await siteOf(services, req);
    const plan = bodyOf(scanPlanSchema, req);
    await saveScanPlan(db, organisationId, id, plan);
    await announce(db, { organisationId, siteId: id, what: 'scan-setup' });
    answer<Pick<ScanSetup, 'plan'>>(res, { plan });
  });

  router.put('/sites/:siteId/schedule', async (req, res) => {
    const { organisationId, id: siteId } = await siteOf(services, req);
    const { cron, zone } = bodyOf(scheduleSchema, req);
    let nextAt: Date;
    try {
      nextAt = nextTime(cron, zone, new Date());
    } catch (cause) {
      const { message } = cause as Error;
      throw wrong(/time zone/.test(message) ? 'zone' : 'cron', message);
    }
    await saveSchedule(db, { organisationId, siteId, cron, zone, nextAt });
    await announce(db, { organisationId, siteId, what: 'scan-setup' });
    answer<NonNullable<ScanSetup['schedule']>>(res, { cron, zone, nextAt });
  });

  router.delete('/sites/:siteId/schedule', async (req, res) => {
    const { organisationId, id: siteId } = await siteOf(services, req);
    await deleteSchedule(db, organisationId, siteId);
    await announce(db, { organisationId, siteId, what: 'scan-setup' });
    res.status(204).end();
  });

  router.put('/sites/:siteId/notices', async (req, res) => {
    const { organisationId, id: siteId } = await siteOf(services, req);
    const { mail, webhook: url } = bodyOf(noticesSchema, req);
    const { notices } = await scanSetupOf(db, organisationId, siteId);
    let secret: string | undefined;
    let webhook = notices.webhook;
    if (!url) webhook = undefined;
    else if (webhook?.url !== url) {
      await assertTarget(url, config.allowPrivate).catch((cause) => {
        throw wrong('webhook', cause.message);
      });
      // Shown this once; whoever receives alarms checks their signature with it.
      secret = `whsec_${randomBytes(24).toString('base64')}`;
      webhook = { url, sealedSecret: config.seal.close(secret, siteId) };
    }
    await saveNotices(db, organisationId, siteId, { mail: [...new Set(mail)], ...(webhook && { webhook }) });
    await announce(db, { organisationId, siteId, what: 'scan-setup' });
    answer<SavedNotices>(res, { mail, webhook: webhook?.url ?? '', ...(secret && { secret }) });
  });

  router.put('/sites/:siteId/sign-in', async (req, res) => {
    const { organisationId, id: siteId } = await siteOf(services, req);
    await keepSignIn(db, config.seal, organisationId, siteId, bodyOf(askedSignInSchema, req));
    await announce(db, { organisationId, siteId, what: 'scan-setup' });
    res.status(204).end();
  });

  router.delete('/sites/:siteId/sign-in', async (req, res) => {
    const { organisationId, id: siteId } = await siteOf(services, req);
    await deleteSignIn(db, organisationId, siteId);
    await announce(db, { organisationId, siteId, what: 'scan-setup' });
    res.status(204).end();
  });
  return router;
}
