import type { ServerContext } from '../context';
import { releaseNumbers } from '../db/releases.sql';
import { cancelRun as cancel, insertImportFile, type Run, type RunKind } from '../db/runs.sql';
import { siteById } from '../db/sites.sql';
import { notFound, Problem } from '../problems';
import { type Actor, heldSite, perform } from './act';

/** Asks for a scan, check, look or trial of a sign-in, or joins the one under way. */
export function requestRun(
  { db, queue }: Pick<ServerContext, 'db' | 'queue'>,
  actor: Actor,
  siteId: string,
  kind: RunKind,
  options: object,
): Promise<{ run: Run; joined: boolean }> {
  const { organisationId, personId } = actor;
  return perform(db, actor, `request-${kind}`, async (tx) => {
    await heldSite(tx, actor, siteId);
    const result = await queue.request(tx, { organisationId, siteId, kind, options, personId });
    return { result, siteId, facts: { run: result.run.id, joined: result.joined } };
  });
}

/**
 * Asks for a scan or a check of several sites, each by itself: where one cannot be, the others are, and it is told why.
 */
export async function requestRuns(
  context: Pick<ServerContext, 'db' | 'queue'>,
  actor: Actor,
  siteIds: readonly string[],
  kind: 'scan' | 'check',
): Promise<{ siteId: string; problem?: string }[]> {
  const results: { siteId: string; problem?: string }[] = [];
  for (const siteId of siteIds) {
    try {
      if (!(await siteById(context.db, actor.organisationId, siteId))) throw notFound('site');
      if (kind === 'check' && (await releaseNumbers(context.db, actor.organisationId, siteId)).inForce === null)
        throw new Problem(409, 'nothing is published yet, so there is nothing to check against');
      await requestRun(context, actor, siteId, kind, {});
      results.push({ siteId });
    } catch (cause) {
      if (!(cause instanceof Problem)) throw cause;
      results.push({ siteId, problem: cause.message });
    }
  }
  return results;
}

/** Takes in a file of observations; a worker reads it. Several may wait at once, each by itself. */
export function importFile(
  { db, queue }: Pick<ServerContext, 'db' | 'queue'>,
  actor: Actor,
  siteId: string,
  file: { name: string; body: Buffer },
): Promise<Run> {
  const { organisationId, personId } = actor;
  return perform(db, actor, 'import', async (tx) => {
    await heldSite(tx, actor, siteId);
    const options = { file: file.name };
    const { run, joined } = await queue.request(tx, { organisationId, siteId, kind: 'import', options, personId });
    if (!joined) await insertImportFile(tx, organisationId, run.id, file.body);
    return { result: run, siteId, facts: { run: run.id, file: file.name, bytes: file.body.length } };
  });
}

/** Asks a run to end; a queued one ends at once. 404: none under way. */
export function cancelRun({ db }: Pick<ServerContext, 'db'>, actor: Actor, runId: string): Promise<Run> {
  return perform(db, actor, 'cancel-run', async (tx) => {
    const run = await cancel(tx, actor.organisationId, runId);
    if (!run) throw notFound('run under way');
    const { siteId, kind } = run;
    return { result: run, siteId, facts: { run: runId, kind }, tell: [{ siteId, what: kind }] };
  });
}
