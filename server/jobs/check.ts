import { slippedThings } from '@douane/core/check';
import { CannotRun, runCheck } from '@douane/scanner';
import { recordsById } from '../db/records.sql';
import { releaseInForce } from '../db/releases.sql';
import { insertCheckedCases, listRuns, type Run, visitedPages } from '../db/runs.sql';
import type { Site } from '../db/sites.sql';
import type { JobResult, JobTools } from './job';

/** Checks a site against the release in force, on the pages that the last scan reached. The report names the release. */
export async function checkJob(
  run: Run,
  site: Site,
  { db, config, knowledge, signal, progress }: JobTools,
): Promise<JobResult> {
  const { organisationId } = run;
  const release = await releaseInForce(db, organisationId, site.id);
  if (!release)
    throw new CannotRun('Nothing is published yet, so there is nothing to check against. Publish a release first.');
  const { cases, ...report } = await runCheck(release.setup.site.address, release, {
    pages: (run.options.pages as string[] | undefined) ?? (await scannedPages(db, organisationId, site.id)),
    most: 40,
    allowPrivate: config.allowPrivate,
    catalogue: knowledge.all,
    ledger: (ids) => recordsById(db, organisationId, site.id, ids),
    signal,
    onProgress: progress,
  });
  await insertCheckedCases(db, organisationId, run.id, cases);
  return {
    report,
    summary: {
      ...report.summary,
      things: slippedThings(cases).length,
      cases: cases.length,
      pages: report.pages.length,
      version: release.number,
    },
  };
}

async function scannedPages(db: JobTools['db'], organisationId: string, siteId: string): Promise<string[] | undefined> {
  const last = (await listRuns(db, organisationId, siteId, 'scan')).find((scan) => scan.state === 'done');
  const pages = last ? await visitedPages(db, organisationId, last.id) : [];
  return pages.length > 0 ? pages : undefined;
}
