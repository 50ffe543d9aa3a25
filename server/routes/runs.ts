import type { GivenReport, RequestedRun, RequestedRuns, Run, RunList } from '@douane/api';
import type { CheckedCase } from '@douane/core/check';
import { scanPlanSchema } from '@douane/core/coverage';
import { webAddress } from '@douane/core/setup';
import { Router } from 'express';
import { z } from 'zod';
import { giveCheckReport } from '../acts/check-reports';
import { cancelRun, requestRun, requestRuns } from '../acts/runs';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { checkPictures } from '../db/check-pictures.sql';
import { checkReportOf, REPORT_FORMS } from '../db/check-reports.sql';
import { listCheckedCases, listRuns, type RunKind, runById } from '../db/runs.sql';
import { notFound } from '../problems';
import { bodyOf, siteIds } from './body';
import { caseTexts } from './check-setup';
import { personOf } from './session';
import { actorOf, siteIdOf, siteOf } from './site-of';

const OPTIONS: Record<Exclude<RunKind, 'import'>, z.ZodType<object>> = {
  // What is given here holds for this scan alone, on top of the site's plan.
  scan: scanPlanSchema.pick({ pages: true, listed: true }).partial(),
  check: z.strictObject({
    pages: z.array(webAddress).min(1).max(200).optional(),
    cases: caseTexts.optional(),
  }),
  'draft-check': z.strictObject({ address: webAddress, cases: caseTexts.optional() }),
  look: z.strictObject({}),
  'sign-in': z.strictObject({}),
};

const severalSites = z.strictObject({ siteIds });

/** Scans, checks, looks and trials of a sign-in: ask for one, see how far it is, cancel it, read its report. */
export function runRoutes(context: ServerContext): Router {
  const { db } = context;
  const router = Router();

  for (const kind of ['scan', 'check'] as const) {
    router.post(`/${kind}s`, async (req, res) => {
      const { siteIds } = bodyOf(severalSites, req);
      answer<RequestedRuns>(res, { sites: await requestRuns(context, actorOf(req), siteIds, kind) }, 202);
    });
  }
  for (const kind of ['scan', 'check', 'draft-check', 'look', 'sign-in'] as const) {
    router.post(`/sites/:siteId/${kind}s`, async (req, res) => {
      const site = await siteOf(context, req);
      const options = bodyOf(OPTIONS[kind], req);
      const { run, joined } = await requestRun(context, actorOf(req), site.id, kind, options);
      answer<RequestedRun>(res, { run, joined }, joined ? 200 : 202);
    });
  }
  for (const kind of ['scan', 'check', 'draft-check', 'look', 'sign-in', 'import'] as const) {
    router.get(`/sites/:siteId/${kind}s`, async (req, res) => {
      const site = await siteOf(context, req);
      answer<RunList>(res, { runs: await listRuns(db, site.organisationId, siteIdOf(req), kind) });
    });
  }

  router.get('/runs/:runId', async (req, res) => {
    const run = await runById(db, personOf(req).organisationId, req.params.runId);
    if (!run) throw notFound('run');
    if ((run.kind !== 'check' && run.kind !== 'draft-check') || !run.report) return answer<Run>(res, run);
    // A check's cases are kept apart from the rest of its report.
    const cases: CheckedCase[] = await listCheckedCases(db, run.organisationId, run.id);
    answer<Run>(res, { ...run, report: { ...(run.report as object), cases } });
  });

  router.get('/runs/:runId/pictures/:number', async (req, res) => {
    const { runId, number: n } = req.params;
    const number = z.coerce.number().int().min(1).max(1_000_000).safeParse(n).data ?? 0;
    const jpeg = (await checkPictures(db, personOf(req).organisationId, runId, [number])).get(number);
    if (!jpeg) throw notFound('picture of this check');
    res.set('cache-control', 'private, max-age=3600').type('jpeg').send(jpeg);
  });

  router.post('/runs/:runId/report', async (req, res) => {
    const files = await giveCheckReport(context, actorOf(req), personOf(req).organisation, req.params.runId);
    answer<GivenReport>(res, { files });
  });

  router.get('/runs/:runId/report.:format', async (req, res) => {
    const { runId, format } = req.params;
    const form = z.enum(REPORT_FORMS).safeParse(format).data;
    const report = form && (await checkReportOf(db, personOf(req).organisationId, runId, form));
    if (!form || !report) throw notFound('report of this check yet');
    res
      .attachment(`check-${report.hash.slice(0, 12)}.${form}`)
      .type(form)
      .send(report.body);
  });

  router.post('/runs/:runId/cancel', async (req, res) => {
    answer<Run>(res, await cancelRun(context, actorOf(req), req.params.runId));
  });
  return router;
}
