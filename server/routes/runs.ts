import type { RequestedRun, Run, RunList } from '@douane/api';
import { scanPlanSchema } from '@douane/core/coverage';
import { Router } from 'express';
import { z } from 'zod';
import { answer } from '../answer';
import { cancelRun, listRuns, type RunKind, runById } from '../db/runs.sql';
import { announce } from '../live';
import { notFound } from '../problems';
import type { Services } from '../services';
import { bodyOf } from './body';
import { personOf } from './session';
import { siteOf } from './site-of';

const OPTIONS: Record<Exclude<RunKind, 'import'>, z.ZodType<object>> = {
  // What is given here holds for this scan alone, on top of the site's plan.
  scan: scanPlanSchema.pick({ pages: true, listed: true }).partial(),
  check: z.strictObject({ pages: z.array(z.url()).min(1).max(200).optional() }),
  look: z.strictObject({}),
  'sign-in': z.strictObject({}),
};

/** Scans, checks, looks and trials of a sign-in: ask for one, see how far it is, cancel it, read its report. */
export function runRoutes(services: Services): Router {
  const { db, queue } = services;
  const router = Router();

  for (const kind of ['scan', 'check', 'look', 'sign-in'] as const) {
    router.post(`/sites/:siteId/${kind}s`, async (req, res) => {
      const site = await siteOf(services, req);
      const options = bodyOf(OPTIONS[kind], req);
      const { organisationId, id: personId } = personOf(req);
      const { run, joined } = await queue.request(db, { organisationId, siteId: site.id, kind, options, personId });
      answer<RequestedRun>(res, { run, joined }, joined ? 200 : 202);
    });
    router.get(`/sites/:siteId/${kind}s`, async (req, res) => {
      const site = await siteOf(services, req);
      answer<RunList>(res, { runs: await listRuns(db, site.organisationId, site.id, kind) });
    });
  }

  router.get('/runs/:runId', async (req, res) => {
    const run = await runById(db, personOf(req).organisationId, req.params.runId);
    if (!run) throw notFound('run');
    answer<Run>(res, run);
  });

  router.post('/runs/:runId/cancel', async (req, res) => {
    const { organisationId } = personOf(req);
    const run = await cancelRun(db, organisationId, req.params.runId);
    if (!run) throw notFound('run under way');
    await announce(db, { organisationId, siteId: run.siteId, what: run.kind });
    answer<Run>(res, run);
  });
  return router;
}
