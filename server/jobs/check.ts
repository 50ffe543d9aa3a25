import { notChecked, parseCase, slippedThings, usualCases, type VisitorCase, withUnscanned } from '@douane/core/check';
import type { Release } from '@douane/core/release';
import { CannotRun, runCheck } from '@douane/scanner';
import { listItems } from '../db/items.sql';
import { recordsById } from '../db/records.sql';
import { releaseInForce } from '../db/releases.sql';
import { insertCheckedCases, listRuns, type Run, visitedPages } from '../db/runs.sql';
import { checkCasesOf } from '../db/scan-setup.sql';
import type { Site } from '../db/sites.sql';
import { raiseCheckAlarm } from '../notices/alarms';
import type { JobResult, JobTools } from './job';

/** Checks a site against the release in force, on the pages that the last scan reached. The report names the release. */
export async function checkJob(
  run: Run,
  site: Site,
  { db, config, knowledge, queue, signal, progress }: JobTools,
): Promise<JobResult> {
  const { organisationId } = run;
  const release = await releaseInForce(db, organisationId, site.id);
  if (!release)
    throw new CannotRun('Nothing is published yet, so there is nothing to check against. Publish a release first.');
  const asked = (run.options.cases as string[] | undefined) ?? (await checkCasesOf(db, organisationId, site.id));
  const { cases: judged, ...report } = await runCheck(release.setup.site.address, release, {
    pages: (run.options.pages as string[] | undefined) ?? (await scannedPages(db, organisationId, site.id)),
    cases: asked ? asked.map((text) => caseOf(text, release)) : usualCases(release),
    most: 40,
    allowPrivate: config.allowPrivate,
    catalogue: knowledge.all,
    ledger: (ids) => recordsById(db, organisationId, site.id, ids),
    signal,
    onProgress: progress,
  });
  const scanned = await listItems(db, organisationId, site.id);
  // Where nothing was scanned yet, that nothing was seen says nothing.
  const cases = scanned.length > 0 ? withUnscanned(judged, scanned) : judged;
  await insertCheckedCases(db, organisationId, run.id, cases);
  await raiseCheckAlarm(db, queue, site, run, cases);
  return {
    report,
    summary: {
      ...report.summary,
      things: slippedThings(cases).length,
      cases: cases.length,
      pages: report.pages.length,
      seconds: report.seconds,
      exposed: report.exposed?.length ?? 0,
      failed: notChecked(cases).length,
      version: release.number,
    },
  };
}

/** What was chosen under an earlier release may fit no more. */
function caseOf(text: string, release: Release): VisitorCase {
  const read = parseCase(text, release);
  if (typeof read === 'string')
    throw new CannotRun(`The visit "${text}" does not fit the release in force: ${read}. Choose the visits anew.`);
  return read;
}

async function scannedPages(db: JobTools['db'], organisationId: string, siteId: string): Promise<string[] | undefined> {
  const last = (await listRuns(db, organisationId, siteId, 'scan')).find((scan) => scan.state === 'done');
  const pages = last ? await visitedPages(db, organisationId, last.id) : [];
  return pages.length > 0 ? pages : undefined;
}
