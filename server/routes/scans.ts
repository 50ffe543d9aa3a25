import type {
  Alarm,
  AlarmList,
  Comparison,
  FieldHostList,
  FilterList,
  RequestedRun,
  SavedFilter,
  SitePicture,
} from '@douane/api';
import { gateClassifier } from '@douane/core/classify';
import { itemsAsCsv } from '@douane/core/exchange';
import { fieldSettings } from '@douane/core/field';
import { compareScans } from '@douane/core/observe';
import { harOf } from '@douane/scanner';
import { type Request, Router } from 'express';
import { z } from 'zod';
import { removeFilter, saveFilter, seeAlarm } from '../acts/asides';
import { takeUpFieldHost } from '../acts/field-reports';
import { importFile } from '../acts/runs';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { listAlarms } from '../db/alarms.sql';
import { listFieldHosts } from '../db/field-reports.sql';
import { listFilters } from '../db/filters.sql';
import { listItems } from '../db/items.sql';
import { familySettings } from '../db/name-families.sql';
import { ledgerHead } from '../db/records.sql';
import { runById, visitedPages } from '../db/runs.sql';
import { listHar, listScanItems } from '../db/scans.sql';
import { sitePicture } from '../db/site-pictures.sql';
import { siteById } from '../db/sites.sql';
import { notFound, Problem } from '../problems';
import type { AuditScan, PdfAbout } from '../reports/scan-pdf';
import { withStandingRulings } from '../reports/standing-rulings';
import { pdfThread } from '../threads/run-thread';
import { bodyOf } from './body';
import { bytesOf, takeFile } from './sent-file';
import { personOf } from './session';
import { actorOf, siteIdOf, siteOf } from './site-of';

const filterSchema = z.strictObject({
  name: z.string().trim().min(1, 'give the filter a name').max(80),
  filter: z.strictObject({
    search: z.string().max(200),
    only: z.array(z.string().max(40)).max(20),
    group: z.string().max(40),
    sort: z.string().max(40),
  }),
});

const hostSchema = z.strictObject({ host: z.string().max(253) });

/** What scans found: comparison, alarms, import, export, and filters kept for the list. */
export function scanRoutes(context: ServerContext): Router {
  const { db, config, signer } = context;
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
    const site = (await siteById(db, now.organisationId, now.siteId))!;
    // The gate itself is no news, whether it came or went.
    const isGate = gateClassifier(site.setup);
    const side = async (run: typeof before) => ({
      items: (await listScanItems(db, run.organisationId, run.id)).filter((item) => !isGate(item)),
      pages: await visitedPages(db, run.organisationId, run.id),
    });
    const head = ({ id, kind, requestedAt, finishedAt, summary }: typeof before) => ({
      id,
      kind,
      requestedAt,
      finishedAt,
      summary,
    });
    const [a, b, families] = await Promise.all([
      side(before),
      side(now),
      familySettings(db, now.organisationId, now.siteId),
    ]);
    answer<Comparison>(res, { before: head(before), now: head(now), ...compareScans(a, b, families) });
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
    // Whoever has this report can prove later that no record before its time was changed.
    const end = await ledgerHead(db, organisationId, site.id);
    const ledger = end && signer.sign({ key: site.key, siteId: site.id }, end, new Date().toISOString());
    const scan = {
      ...(run.report as Omit<AuditScan, 'items'>),
      items: withStandingRulings(items, kept),
      ...(ledger && { ledger }),
    };
    if (as.data === 'json') attach('application/json').send(JSON.stringify(scan, null, 2));
    else if (as.data === 'csv') attach('text/csv').send(itemsAsCsv(scan.items));
    else {
      const about: PdfAbout = {
        site: site.setup.site.name,
        organisation: personOf(req).organisation,
        purposes: site.setup.purposes,
        scan,
      };
      attach('application/pdf').send(await pdfThread({ report: 'scan', about }, config));
    }
  });

  /** A worker reads it; how that went is told by the run. */
  router.post('/sites/:siteId/imports', takeFile, async (req, res) => {
    const site = await siteOf(context, req);
    const name = String(req.query.name ?? 'file').slice(0, 200);
    const run = await importFile(context, actorOf(req), site.id, { name, body: bytesOf(req) });
    answer<RequestedRun>(res, { run, joined: false }, 202);
  });

  router.get('/sites/:siteId/pictures/:device', async (req, res) => {
    const site = await siteOf(context, req);
    const device = z.enum(['desktop', 'phone']).safeParse(req.params.device);
    if (!device.success) throw notFound('picture of this site');
    const jpeg = await sitePicture(db, site.organisationId, site.id, device.data);
    answer<SitePicture>(res, { data: jpeg && `data:image/jpeg;base64,${jpeg.toString('base64')}` });
  });

  router.get('/sites/:siteId/alarms', async (req, res) => {
    const site = await siteOf(context, req);
    answer<AlarmList>(res, { alarms: await listAlarms(db, site.organisationId, site.id) });
  });

  router.get('/sites/:siteId/field-hosts', async (req, res) => {
    const site = await siteOf(context, req);
    const hosts = await listFieldHosts(db, site.organisationId, site.id);
    answer<FieldHostList>(res, { hosts, ...fieldSettings(site.setup) });
  });

  router.post('/sites/:siteId/field-hosts/taken-up', async (req, res) => {
    const { host } = bodyOf(hostSchema, req);
    await takeUpFieldHost(context, actorOf(req), siteIdOf(req), host);
    res.status(204).end();
  });

  router.post('/alarms/:alarmId/seen', async (req, res) => {
    answer<Alarm>(res, await seeAlarm(context, actorOf(req), req.params.alarmId));
  });

  router.get('/sites/:siteId/filters', async (req, res) => {
    const site = await siteOf(context, req);
    answer<FilterList>(res, { filters: await listFilters(db, site.organisationId, site.id) });
  });

  router.post('/sites/:siteId/filters', async (req, res) => {
    const site = await siteOf(context, req);
    answer<SavedFilter>(res, await saveFilter(context, actorOf(req), site.id, bodyOf(filterSchema, req)), 201);
  });

  router.delete('/filters/:filterId', async (req, res) => {
    await removeFilter(context, actorOf(req), req.params.filterId);
    res.status(204).end();
  });
  return router;
}
