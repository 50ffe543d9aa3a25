import type { CheckReport } from '@douane/core/check';
import { checkAsHtml } from '@douane/core/check/reports';
import { FIRST_PREVIOUS_HASH } from '@douane/core/consent';
import canonicalize from 'canonicalize';
import type { ServerContext } from '../context';
import { checkReportOf, insertCheckReport } from '../db/check-reports.sql';
import { ledgerHead } from '../db/records.sql';
import { releaseByNumber } from '../db/releases.sql';
import { listCheckedCases, runById } from '../db/runs.sql';
import { sha256 } from '../gate-code';
import { notFound, Problem } from '../problems';
import { type Actor, heldSite, perform } from './act';

/**
 * Makes the report of a check to be given out, once: it is kept with its hash and the ledger's end, and whoever has the
 * file can have it verified. Gives back the hash, also of one that was made before.
 */
export async function giveCheckReport(
  { db }: Pick<ServerContext, 'db'>,
  actor: Actor,
  organisation: string,
  runId: string,
): Promise<string> {
  const { organisationId, personId, name } = actor;
  const run = await runById(db, organisationId, runId);
  if (run?.kind !== 'check') throw notFound('check');
  if (!run.report) throw new Problem(409, 'This check has no result to report', 'Check again, and report that.');
  const known = await checkReportOf(db, organisationId, runId);
  if (known) return known.hash;
  return perform(db, actor, 'give-check-report', async (tx) => {
    const { siteId } = run;
    const site = await heldSite(tx, actor, siteId);
    const number = (run.summary as { version: number }).version;
    const release = await releaseByNumber(tx, organisationId, siteId, number);
    if (!release) throw notFound('release that was checked');
    const head = await ledgerHead(tx, organisationId, siteId);
    const madeAt = new Date();
    const cases = await listCheckedCases(tx, organisationId, runId);
    const body = checkAsHtml(
      { ...(run.report as CheckReport), cases },
      {
        ...{ organisation, site: site.setup.site.name, madeAt: madeAt.toISOString(), madeBy: name, head },
        release: { number, hash: sha256(canonicalize(release)!) },
      },
    );
    const hash = sha256(body);
    const end = head ?? { number: 0, hash: FIRST_PREVIOUS_HASH };
    const isFirst = await insertCheckReport(tx, {
      ...{ runId, organisationId, siteId, hash, body, madeAt, personId, head: end },
    });
    // Somebody else made it meanwhile.
    const made = isFirst ? hash : (await checkReportOf(tx, organisationId, runId))!.hash;
    return { result: made, siteId, facts: { runId, hash: made } };
  });
}
