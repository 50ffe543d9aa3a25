import { type CheckedCase, parseCase, usualCases, type VisitorCase } from '@douane/core/check';
import { compileRelease, type Release } from '@douane/core/release';
import { gateFiles } from '@douane/gate';
import { CannotRun, type CheckOptions, runCheck } from '@douane/scanner';
import { checkedSetup } from '../acts/drafts';
import { MOST_CHECKED_PAGES, pagesToCheck } from '../check-pages';
import { checkSummary, withScans } from '../check-summary';
import { deleteOldCheckPictures, insertCheckPictures } from '../db/check-pictures.sql';
import { recordsById } from '../db/records.sql';
import { newestRelease, nextReleaseNumber, releaseInForce } from '../db/releases.sql';
import { insertCheckedCases, type Run } from '../db/runs.sql';
import { checkCasesOf } from '../db/scan-setup.sql';
import type { Site } from '../db/sites.sql';
import { loadGateCode, sha256 } from '../gate-code';
import { raiseCheckAlarm } from '../notices/alarms';
import { draftOf } from '../site-state';
import { today } from '../today';
import type { JobResult, JobTools } from './job';

/** Of older ones the evidence stays, in words; so do pictures in a report that was given out. */
const CHECKS_WITH_PICTURES = 20;

/** Checks a site against the release in force, on the pages that the last scan reached. The report names the release. */
export async function checkJob(run: Run, site: Site, tools: JobTools): Promise<JobResult> {
  const { db, queue } = tools;
  const { organisationId } = run;
  const release = await releaseInForce(db, organisationId, site.id);
  if (!release)
    throw new CannotRun('Nothing is published yet, so there is nothing to check against. Publish a release first.');
  const { cases, ...result } = await checked(run, site, tools, {
    release,
    target: release.setup.site.address,
    pages: (run.options.pages as string[] | undefined) ?? (await pagesToCheck(db, organisationId, site.id)),
    ledger: (ids) => recordsById(db, organisationId, site.id, ids),
  });
  await raiseCheckAlarm(db, queue, site, run, cases);
  return result;
}

/** Checks what the draft would do if it were published now, at one of the site's addresses, such as its staging. */
export async function draftCheckJob(run: Run, site: Site, tools: JobTools): Promise<JobResult> {
  const { db, config } = tools;
  const { organisationId } = run;
  const setup = checkedSetup(await draftOf(db, site));
  const { origin } = new URL(run.options.address as string);
  const { addresses, staging } = setup.site;
  if (![...addresses, ...staging].some((one) => new URL(one).origin === origin))
    throw new CannotRun(`${origin} is none of the site’s addresses. Enter it there first, as staging if it is that.`);
  const number = await nextReleaseNumber(db, organisationId, site.id);
  const before = await newestRelease(db, organisationId, site.id);
  const release = compileRelease(setup, number, today(), before);
  const chosen = await pagesToCheck(db, organisationId, site.id);
  const { cases: _, ...result } = await checked(run, site, tools, {
    release,
    target: origin === new URL(setup.site.address).origin ? setup.site.address : `${origin}/`,
    pages: chosen && [...new Set(chosen.map((page) => onOrigin(page, origin)))],
    draft: gateFiles(release, await loadGateCode(config.root), sha256),
  });
  return result;
}

const onOrigin = (page: string, origin: string) => {
  const { pathname, search } = new URL(page);
  return `${origin}${pathname}${search}`;
};

/** Visits, judges, and keeps what came of each visit. */
async function checked(
  run: Run,
  site: Site,
  { db, config, knowledge, signal, progress }: JobTools,
  { release, target, ...of }: Pick<CheckOptions, 'pages' | 'ledger' | 'draft'> & { release: Release; target: string },
): Promise<JobResult & { cases: CheckedCase[] }> {
  const { organisationId } = run;
  const asked = (run.options.cases as string[] | undefined) ?? (await checkCasesOf(db, organisationId, site.id));
  const pictures = new Map<number, Buffer>();
  const { cases: judged, ...report } = await runCheck(target, release, {
    ...of,
    cases: asked ? asked.map((text) => caseOf(text, release)) : usualCases(release),
    most: MOST_CHECKED_PAGES,
    allowPrivate: config.allowPrivate,
    catalogue: knowledge.all,
    signal,
    onPicture: (number, jpeg) => void pictures.set(number, jpeg),
    onProgress: progress,
  });
  const cases = await withScans(db, site, judged);
  await insertCheckedCases(db, organisationId, run.id, cases);
  await insertCheckPictures(db, organisationId, run.id, pictures);
  await deleteOldCheckPictures(db, organisationId, site.id, CHECKS_WITH_PICTURES);
  return { cases, report, summary: checkSummary({ ...report, cases }, release.number) };
}

/** What was chosen under an earlier release may fit no more. */
function caseOf(text: string, release: Release): VisitorCase {
  const read = parseCase(text, release);
  if (typeof read === 'string')
    throw new CannotRun(`The visit "${text}" does not fit the release: ${read}. Choose the visits anew.`);
  return read;
}
