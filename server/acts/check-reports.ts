import type { CheckReport } from '@douane/core/check';
import { checkAsHtml, picturesOf } from '@douane/core/check/reports';
import { FIRST_PREVIOUS_HASH } from '@douane/core/consent';
import canonicalize from 'canonicalize';
import type { ServerContext } from '../context';
import { checkPictures } from '../db/check-pictures.sql';
import { checkReportsOf, insertCheckReport, REPORT_FORMS, type ReportForm } from '../db/check-reports.sql';
import { ledgerHead } from '../db/records.sql';
import { releaseByNumber } from '../db/releases.sql';
import { listCheckedCases, runById } from '../db/runs.sql';
import { siteById } from '../db/sites.sql';
import { sha256 } from '../gate-code';
import { notFound, Problem } from '../problems';
import type { CheckAbout } from '../reports/check-pdf';
import { pdfThread } from '../threads/run-thread';
import { type Actor, heldSite, perform } from './act';

/**
 * Makes the report of a check to be given out, once in each form: it is kept with its hash and the ledger's end, and
 * whoever has a file can have it verified. Gives back the hashes, also of those that were made before.
 */
export async function giveCheckReport(
  { db, config }: Pick<ServerContext, 'db' | 'config'>,
  actor: Actor,
  organisation: string,
  runId: string,
): Promise<{ form: ReportForm; hash: string }[]> {
  const { organisationId, personId, name } = actor;
  const run = await runById(db, organisationId, runId);
  if (run?.kind !== 'check') throw notFound('check');
  if (!run.report) throw new Problem(409, 'This check has no result to report', 'Check again, and report that.');
  const { siteId } = run;
  const known = await checkReportsOf(db, organisationId, runId);
  const missing = REPORT_FORMS.filter((form) => !known.some((one) => one.form === form));
  if (missing.length === 0) return known;

  const site = await siteById(db, organisationId, siteId);
  const number = (run.summary as { version: number }).version;
  const release = await releaseByNumber(db, organisationId, siteId, number);
  if (!site || !release) throw notFound('release that was checked');
  const head = await ledgerHead(db, organisationId, siteId);
  const madeAt = new Date();
  const report = { ...(run.report as CheckReport), cases: await listCheckedCases(db, organisationId, runId) };
  const pictures = await checkPictures(db, organisationId, runId, picturesOf(report));
  const about: Required<CheckAbout> = {
    report,
    pictures: new Map([...pictures].map(([number, jpeg]) => [number, jpeg.toString('base64')])),
    facts: {
      ...{ organisation, site: site.setup.site.name, madeAt: madeAt.toISOString(), madeBy: name, head },
      release: { number, hash: sha256(canonicalize(release)!) },
    },
  };
  const bodies = {
    html: async () => Buffer.from(checkAsHtml(about.report, about.facts, about.pictures)),
    pdf: () => pdfThread({ report: 'check', about }, config),
  };
  const files = await Promise.all(missing.map(async (form) => ({ form, body: await bodies[form]() })));
  return perform(db, actor, 'give-check-report', async (tx) => {
    await heldSite(tx, actor, siteId);
    const end = head ?? { number: 0, hash: FIRST_PREVIOUS_HASH };
    for (const { form, body } of files) {
      const hash = sha256(body);
      await insertCheckReport(tx, { runId, organisationId, siteId, form, hash, body, madeAt, personId, head: end });
    }
    // Somebody else may have made one meanwhile.
    const result = await checkReportsOf(tx, organisationId, runId);
    return { result, siteId, facts: { runId, hashes: result.map(({ hash }) => hash) } };
  });
}
