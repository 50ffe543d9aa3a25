import { gateClassifier } from '@douane/core/classify';
import { scanPlanSchema } from '@douane/core/coverage';
import type { Sign } from '@douane/core/observe';
import { scanSite } from '@douane/scanner';
import type { Knowledge } from '../catalogue';
import { reclassify } from '../classifying';
import { type Db, inTransaction } from '../db/db';
import { upsertItems } from '../db/items.sql';
import { familySettings } from '../db/name-families.sql';
import type { Run } from '../db/runs.sql';
import { scanSetupOf } from '../db/scan-setup.sql';
import { insertScanItems, insertScanPage, listScanPages, tidyScanPages } from '../db/scans.sql';
import { savePicture } from '../db/site-pictures.sql';
import type { Site } from '../db/sites.sql';
import { announce } from '../live';
import { foldKeptItems } from '../name-families';
import { raiseAlarm } from '../notices/alarms';
import { openSignIn } from '../sign-ins';
import type { JobResult, JobTools } from './job';

/**
 * Scans a site by its plan, takes in what was found, and rules what is known; what a person ruled is left alone. Every page is kept as it is done, so that a scan whose worker stopped goes on where it was.
 */
export async function scanJob(run: Run, site: Site, tools: JobTools): Promise<JobResult> {
  const { db, config, knowledge, signal, progress, stopping, queue } = tools;
  const { organisationId } = run;
  const { scheduled: _, ...asked } = run.options;
  const { plan } = await scanSetupOf(db, organisationId, site.id);
  const [resume, signIn, families] = await Promise.all([
    listScanPages(db, organisationId, run.id),
    openSignIn(db, config.seal, organisationId, site.id),
    familySettings(db, organisationId, site.id),
  ]);
  const report = await scanSite(site.setup.site.address, {
    plan: scanPlanSchema.parse({ ...plan, ...asked }),
    allowPrivate: config.allowPrivate,
    ownDomains: site.setup.site.ownDomains,
    gate: site.setup.recorder,
    families,
    ...(signIn && { signIn }),
    resume,
    signal,
    onPage: (record, har) => insertScanPage(db, organisationId, run.id, record, har),
    onProgress: progress,
    onPicture: (device, jpeg) => savePicture(db, organisationId, site.id, device, jpeg),
  });
  const { items, ...rest } = report;
  const seconds = run.startedAt ? (Date.now() - run.startedAt.getTime()) / 1000 : report.seconds;
  const summary = {
    pages: report.pages.length,
    failed: report.pages.filter((page) => page.outcome === 'failed' || page.outcome === 'timed-out').length,
    items: items.length,
    signs: report.signs.length,
    problems: report.problems.length,
    seconds,
  };
  // Goes back to the queue; whoever takes it next goes on from the pages that are kept.
  if (stopping()) return { report: rest, summary };
  await insertScanItems(db, organisationId, run.id, items);
  await takeIn(db, site, items, knowledge, report.signs);
  await tidyScanPages(db, organisationId, site.id, run.id);
  if (!signal.aborted) {
    const pages = report.pages.filter((page) => page.outcome === 'ok').map((page) => page.url);
    // That the gate itself has come is no news.
    const isGate = gateClassifier(site.setup);
    await raiseAlarm(db, queue, site, run, { items: items.filter((item) => !isGate(item)), pages });
  }
  return { report: { ...rest, seconds }, summary };
}

/** Adds what was found to the site's items, and rules anew what is known of them. `signs`: absent, those kept last. */
export async function takeIn(
  db: Db,
  site: Site,
  items: Parameters<typeof upsertItems>[3],
  knowledge: Knowledge,
  signs?: readonly Sign[],
): Promise<void> {
  const { organisationId, id: siteId } = site;
  await inTransaction(db, async (tx) => {
    await upsertItems(tx, organisationId, siteId, items);
    await foldKeptItems(tx, organisationId, siteId);
  });
  await reclassify(db, knowledge, site, { signs });
  await announce(db, { organisationId, siteId, what: 'items' });
}
