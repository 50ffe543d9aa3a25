import type { CheckReport } from '@douane/core/check';
import { checkSummary, withScans } from '../check-summary';
import type { ServerContext } from '../context';
import { releaseByNumber } from '../db/releases.sql';
import { insertCheckedCases, insertDoneRun, type Run } from '../db/runs.sql';
import { raiseCheckAlarm } from '../notices/alarms';
import { Problem } from '../problems';
import { type Actor, heldSite, perform } from './act';

/**
 * Keeps a check that a pipeline made as a check of the site, as if it had been made here, but for its pictures. `number`: of
 * the release that it was held against. Throws a problem where it was of another address than the site's: what stands in a
 * test is not the site.
 */
export async function keepPipelineCheck(
  { db, queue }: Pick<ServerContext, 'db' | 'queue'>,
  actor: Actor,
  siteId: string,
  { report, number }: { report: CheckReport; number: number },
): Promise<Run> {
  const { organisationId, personId, name } = actor;
  const kept = await perform(db, actor, 'hand-in-check', async (tx) => {
    const site = await heldSite(tx, actor, siteId);
    const release = await releaseByNumber(tx, organisationId, siteId, number);
    if (!release) throw new Problem(422, `There is no release v${number} of this site`);
    const { origin } = new URL(report.target);
    if (!release.origins.counted.includes(origin)) {
      const known = release.origins.counted.join(', ');
      throw new Problem(
        409,
        `${origin} is not the site itself, so the check is not kept as one of it`,
        `It is at ${known}.`,
      );
    }
    const { cases: sent, ...rest } = report;
    const cases = await withScans(tx, site, sent);
    const run = await insertDoneRun(tx, {
      ...{ organisationId, siteId, kind: 'check', options: { pipeline: name }, personId },
      startedAt: new Date(report.startedAt),
      report: rest,
      summary: checkSummary({ ...report, cases }, number),
    });
    await insertCheckedCases(tx, organisationId, run.id, cases);
    const facts = { run: run.id, pipeline: name };
    return { result: { run, site, cases }, siteId, facts, tell: [{ siteId, what: 'check' }] };
  });
  await raiseCheckAlarm(db, queue, kept.site, kept.run, kept.cases);
  return kept.run;
}
