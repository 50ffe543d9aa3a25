import { holdPlan } from '@douane/core/hold';
import { isInOrder } from '@douane/core/look';
import { loadedFiles } from '@douane/gate';
import { lookFor, lookForGate } from '@douane/scanner';
import { publishedRelease, releaseInForce } from '../db/releases.sql';
import type { Run } from '../db/runs.sql';
import { scanSetupOf } from '../db/scan-setup.sql';
import type { Site } from '../db/sites.sql';
import { raiseLookAlarm } from '../notices/alarms';
import type { JobResult, JobTools } from './job';

/** Looks at as many live pages as a scan visits: is the gate there, first and alone, does it run, and by what it holds. */
export async function lookJob(
  run: Run,
  site: Site,
  { db, config, queue, signal, progress }: JobTools,
): Promise<JobResult> {
  const { organisationId, id: siteId, setup } = site;
  const { plan: pages } = await scanSetupOf(db, organisationId, siteId);
  const release = await releaseInForce(db, organisationId, siteId);
  const pointers = release && (await publishedRelease(db, { organisationId, siteId }, release.number));
  const report = await lookForGate(setup.site.address, {
    ...lookFor(setup, release?.plan ?? holdPlan(setup)),
    files: pointers ? loadedFiles(pointers) : [],
    most: pages.pages,
    allowPrivate: config.allowPrivate,
    signal,
    onProgress: progress,
  });
  await raiseLookAlarm(db, queue, site, run, report);
  return { report, summary: { first: report.pages.filter(isInOrder).length, of: report.pages.length } };
}
