import { randomUUID } from 'node:crypto';
import { type Classifier, firstOf, setupClassifier } from '@douane/core/classify';
import { itemKey } from '@douane/core/observe';
import { scanSite } from '@douane/scanner';
import { insertRulings, listItems, upsertItems } from '../db/items.sql';
import type { Run } from '../db/runs.sql';
import type { Site } from '../db/sites.sql';
import { announce } from '../live';
import type { JobResult, JobTools } from './job';

/** Scans a site, takes in what was found, and rules what the catalogue knows. A ruling that stands is left alone. */
export async function scanJob(
  run: Run,
  site: Site,
  { db, config, catalogue, signal, progress }: JobTools,
): Promise<JobResult> {
  const { organisationId } = run;
  // The gate on the site is known without a catalogue: the setup says where it lives.
  const classify: Classifier = firstOf(setupClassifier({ ...site.setup, services: [] }), catalogue);
  const report = await scanSite(site.setup.site.address, {
    plan: { pages: Number(run.options.pages) || 50 },
    allowPrivate: config.allowPrivate,
    ownDomains: site.setup.site.ownDomains,
    classify,
    signal,
    onProgress: progress,
  });
  await upsertItems(db, organisationId, site.id, report.items);
  await ruleKnown(db, organisationId, site.id, classify);
  await announce(db, { organisationId, siteId: site.id, what: 'items' });
  const summary = {
    pages: report.pages.length,
    items: report.items.length,
    problems: report.problems.length,
    seconds: report.seconds,
  };
  const found = report.items.map((item) => itemKey(item));
  return { report: { ...report, items: found }, summary };
}

async function ruleKnown(
  db: JobTools['db'],
  organisationId: string,
  siteId: string,
  classify: Classifier,
): Promise<void> {
  const items = await listItems(db, organisationId, siteId);
  const rulings = items.flatMap((item) => {
    const ruling = item.ruling ? null : classify(item);
    return ruling ? [{ ...ruling, by: 'catalogue' as const, itemId: item.id }] : [];
  });
  if (rulings.length > 0) await insertRulings(db, organisationId, rulings, randomUUID(), null);
}
