import type { Alarm, AlarmList, Comparison, FilterList, ObservationsImport, RunList, SavedFilter } from '@douane/api';
import { importObservations, itemsAsCsv } from '@douane/core/exchange';
import { compareScans, foldObservations } from '@douane/core/observe';
import { harOf } from '@douane/scanner';
import { type Request, Router } from 'express';
import { z } from 'zod';
import { answer } from '../answer';
import { listAlarms, markAlarmSeen } from '../db/alarms.sql';
import { deleteFilter, listFilters, saveFilter } from '../db/filters.sql';
import { listItems } from '../db/items.sql';
import { insertFinishedRun, listRuns, runById, visitedPages } from '../db/runs.sql';
import { insertScanItems, listHar, listScanItems } from '../db/scans.sql';
import { siteById } from '../db/sites.sql';
import { takeIn } from '../jobs/scan';
import { announce } from '../live';
import { notFound, Problem } from '../problems';
import { makePdf } from '../reports/make-pdf';
import type { AuditScan } from '../reports/scan-pdf';
import { withStandingRulings } from '../reports/standing-rulings';
import type { Services } from '../services';
import { bodyOf } from './body';
import { fileOf, takeFile } from './sent-file';
import { personOf } from './session';
import { siteOf } from './site-of';

const filterSchema = z.strictObject({
  name: z.string().trim().min(1, 'give the filter a name').max(80),
  filter: z.strictObject({
    search: z.string().max(200),
    only: z.array(z.string().max(40)).max(20),
    group: z.string().max(40),
    sort: z.string().max(40),
  }),
});

/** What scans found: comparison, alarms, import, export, and filters kept for the list. */
export function scanRoutes(services: Services): Router {
  const { db } = services;
  const router = Router();

  /** A finished scan or import of the organisation. */
  const scanOf = async (req: Request, id: string) => {
    const run = await runById(db, personOf(req).organisationId, id);
    if (!run || !['scan', 'import'].includes(run.kind) || !run.report) throw notFound('finished scan');
    return run;
  };

  router.get('/scans/:before/compared-with/:now', async (req, res) => {
    const [before, now] = await Promise.all([scanOf(req, req.params.before), scanOf(req, req.params.now)]);
    if (before.siteId !== now.siteId) throw new Problem(409, 'The two scans are of different sites');
    const side = async (run: typeof before) => ({
      items: await listScanItems(db, run.organisationId, run.id),
      pages: await visitedPages(db, run.organisationId, run.id),
    });
    const head = ({ id, kind, requestedAt, finishedAt, summary }: typeof before) => ({
      id,
      kind,
      requestedAt,
      finishedAt,
      summary,
    });
    const [a, b] = await Promise.all([side(before), side(now)]);
    answer<Comparison>(res, { before: head(before), now: head(now), ...compareScans(a, b) });
  });

  router.get('/runs/:runId/export', async (req, res) => {
    const run = await scanOf(req, req.params.runId);
    const { organisationId } = run;
    const site = (await siteById(db, organisationId, run.siteId))!;
    const stamp = (run.finishedAt ?? run.requestedAt).toISOString().slice(0, 10);
    const as = z.enum(['json', 'csv', 'har', 'pdf']).safeParse(req.query.as);
    if (!as.success)
      throw new Problem(422, 'Some fields are not right', undefined, [
        { path: 'as', message: 'one of json, csv, har, pdf' },
      ]);
    const attach = (type: string) => res.attachment(`${site.key}-scan-${stamp}.${as.data}`).type(type);
    if (as.data === 'har') {
      const pages = await listHar(db, organisationId, run.id);
      if (pages.length === 0) {
        throw new Problem(
          409,
          'The requests of this scan were not kept',
          'Tick "Keep all requests" in the set-up and scan again; those of the newest two scans are kept.',
        );
      }
      const { browser } = run.report as { browser: string };
      attach('application/json').send(JSON.stringify(harOf(pages.flat(), browser)));
      return;
    }
    const [items, kept] = await Promise.all([
      listScanItems(db, organisationId, run.id),
      listItems(db, organisationId, run.siteId),
    ]);
    const scan = { ...(run.report as Omit<AuditScan, 'items'>), items: withStandingRulings(items, kept) };
    if (as.data === 'json') attach('application/json').send(JSON.stringify(scan, null, 2));
    else if (as.data === 'csv') attach('text/csv').send(itemsAsCsv(scan.items));
    else {
      const pdf = await makePdf(services.config.root, {
        site: site.setup.site.name,
        organisation: personOf(req).organisation,
        purposes: site.setup.purposes,
        scan,
      });
      attach('application/pdf').send(pdf);
    }
  });

  router.post('/sites/:siteId/imports', takeFile, async (req, res) => {
    const site = await siteOf(services, req);
    const { text } = fileOf(req);
    const { address, ownDomains } = site.setup.site;
    const { format, observations, problems } = importObservations(text, { address, ownDomains, now: Date.now() });
    if (observations.length === 0) {
      const detail = problems.length > 0 ? undefined : 'It holds no cookie and no request to a third party.';
      throw new Problem(422, 'Nothing could be read from this file', detail, problems.slice(0, 20));
    }
    const items = foldObservations(observations);
    const { organisationId } = site;
    const file = String(req.query.name ?? 'file').slice(0, 200);
    const run = await insertFinishedRun(db, {
      organisationId,
      siteId: site.id,
      kind: 'import',
      personId: personOf(req).id,
      report: { format, file, problems: problems.slice(0, 1000), pages: [] },
      summary: { items: items.length, problems: problems.length, file, format },
    });
    await insertScanItems(db, organisationId, run.id, items);
    await takeIn(db, site, items, services.knowledge);
    await announce(db, { organisationId, siteId: site.id, what: 'import' });
    answer<ObservationsImport>(
      res,
      { run, items: items.length, problems: problems.slice(0, 100), unread: problems.length },
      201,
    );
  });

  router.get('/sites/:siteId/imports', async (req, res) => {
    const site = await siteOf(services, req);
    answer<RunList>(res, { runs: await listRuns(db, site.organisationId, site.id, 'import') });
  });

  router.get('/sites/:siteId/alarms', async (req, res) => {
    const site = await siteOf(services, req);
    answer<AlarmList>(res, { alarms: await listAlarms(db, site.organisationId, site.id) });
  });

  router.post('/alarms/:alarmId/seen', async (req, res) => {
    const { organisationId, id } = personOf(req);
    const alarm = await markAlarmSeen(db, organisationId, req.params.alarmId, id);
    if (!alarm) throw notFound('alarm');
    await announce(db, { organisationId, siteId: alarm.siteId, what: 'alarms' });
    answer<Alarm>(res, alarm);
  });

  router.get('/sites/:siteId/filters', async (req, res) => {
    const site = await siteOf(services, req);
    answer<FilterList>(res, { filters: await listFilters(db, site.organisationId, site.id) });
  });

  router.post('/sites/:siteId/filters', async (req, res) => {
    const site = await siteOf(services, req);
    const { name, filter } = bodyOf(filterSchema, req);
    answer<SavedFilter>(res, await saveFilter(db, site.organisationId, site.id, name, filter), 201);
  });

  router.delete('/filters/:filterId', async (req, res) => {
    if (!(await deleteFilter(db, personOf(req).organisationId, req.params.filterId))) throw notFound('filter');
    res.status(204).end();
  });
  return router;
}
