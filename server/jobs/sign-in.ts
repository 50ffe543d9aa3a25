import { CannotRun, trySignIn } from '@douane/scanner';
import type { Run } from '../db/runs.sql';
import type { Site } from '../db/sites.sql';
import { openSignIn } from '../sign-ins';
import type { JobResult, JobTools } from './job';

/** Tries the kept recipe once, and shows where it ended. */
export async function signInJob(run: Run, site: Site, { db, config, signal }: JobTools): Promise<JobResult> {
  const recipe = await openSignIn(db, config.seal, run.organisationId, site.id);
  if (!recipe) throw new CannotRun('There is no recipe to sign in with.');
  const report = await trySignIn(recipe, { allowPrivate: config.allowPrivate, signal });
  return { report, summary: { ok: report.ok } };
}
