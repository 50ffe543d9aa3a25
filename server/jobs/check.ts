import { slippedThings } from '@douane/core/check';
import { CannotRun, runCheck } from '@douane/scanner';
import type { Run } from '../db/runs.sql';
import { listRuns, runById } from '../db/runs.sql';
import type { Site } from '../db/sites.sql';
import { listVersions } from '../db/versions.sql';
import type { JobResult, JobTools } from './job';

/** Checks a site against its newest published version, on the pages that the last scan reached. */
export async function checkJob(
  run: Run,
  site: Site,
  { db, config, knowledge, signal, progress }: JobTools,
): Promise<JobResult> {
  const { organisationId } = run;
  const [version] = await listVersions(db, organisationId, site.id);
  if (!version)
    throw new CannotRun('Nothing is published yet, so there is nothing to check against. Publish a version first.');
  const report = await runCheck(site.setup.site.address, version.setup, {
    pages: (run.options.pages as string[] | undefined) ?? (await scannedPages(db, organisationId, site.id)),
    most: 40,
    allowPrivate: config.allowPrivate,
    catalogue: knowledge.all,
    signal,
    onProgress: progress,
  });
  const things = slippedThings(report.cases).length;
  return {
    report,
    summary: {
      ...report.summary,
      things,
      cases: report.cases.length,
      pages: report.pages.length,
      version: version.number,
    },
  };
}

async function scannedPages(db: JobTools['db'], organisationId: string, siteId: string): Promise<string[] | undefined> {
  const last = (await listRuns(db, organisationId, siteId, 'scan')).find((scan) => scan.state === 'done');
  const full = last && (await runById(db, organisationId, last.id));
  const report = full?.report as { pages: { url: string; outcome: string }[] } | undefined;
  const pages = report?.pages.filter((page) => page.outcome === 'ok').map((page) => page.url);
  return pages?.length ? pages : undefined;
}
