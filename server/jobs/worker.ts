import { CannotRun } from '@douane/scanner';
import { remindWaiting } from '../agreements/reminders';
import { loadKnowledge } from '../catalogue';
import type { Config } from '../config';
import { openPool } from '../db/db';
import { assertMigrated } from '../db/migrate';
import { finishRun, type Run, releaseSilentRuns, requeueRun, startRun, touchRun } from '../db/runs.sql';
import { siteById } from '../db/sites.sql';
import { announce } from '../live';
import { deliver, raiseFieldAlarms } from '../notices/alarms';
import { tellReviewers } from '../notices/review-letters';
import { lookAtDueCopies } from '../policy-copies';
import { Problem } from '../problems';
import { startChecksAfterPublishing, startDueScans } from '../schedules';
import { checkJob, draftCheckJob } from './check';
import { importJob } from './import';
import type { JobTools } from './job';
import { lookJob } from './look';
import { RunQueue } from './queue';
import { scanJob } from './scan';
import { signInJob } from './sign-in';

const JOBS = {
  scan: scanJob,
  check: checkJob,
  'draft-check': draftCheckJob,
  look: lookJob,
  'sign-in': signInJob,
  import: importJob,
};
const HEARTBEAT_MS = 1_000;

/** Takes runs from the queue until stopped. One that is under way when it stops goes back to the queue. */
export async function startWorker(config: Config): Promise<{ stop(): Promise<void> }> {
  const db = openPool(config.databaseUrl);
  await assertMigrated(db);
  const knowledge = await loadKnowledge(config.catalogueFile);
  const queue = await RunQueue.open(config);
  const current = new Map<AbortController, Promise<void>>();
  let stopping = false;

  const sweep = async () => {
    for (const run of await releaseSilentRuns(db)) {
      if (run.state === 'queued') await queue.send(run.id);
      await announceRun(run);
    }
  };
  const announceRun = (run: Run) =>
    announce(db, { organisationId: run.organisationId, siteId: run.siteId, what: run.kind });
  const sweeping = setInterval(() => sweep().catch((error) => console.error(`sweep: ${error.message}`)), 15_000);
  await sweep();

  async function handle(runId: string): Promise<void> {
    const controller = new AbortController();
    const work = stopping ? queue.send(runId) : handleRun(runId, controller);
    current.set(controller, work);
    await work.finally(() => current.delete(controller));
  }

  async function handleRun(runId: string, controller: AbortController): Promise<void> {
    const run = await startRun(db, runId);
    if (!run) return;
    let latest: object | undefined;
    const beat = setInterval(() => {
      const told = latest;
      latest = undefined;
      touchRun(db, run.id, told)
        .then((state) => {
          if (state === 'cancelling') controller.abort();
          if (told) return announceRun(run);
        })
        .catch((error) => console.error(`heartbeat: ${error.message}`));
    }, HEARTBEAT_MS);
    try {
      await announceRun(run);
      const site = await siteById(db, run.organisationId, run.siteId);
      const tools: JobTools = {
        db,
        config,
        queue,
        knowledge,
        stopping: () => stopping,
        signal: controller.signal,
        progress(progress) {
          latest = progress;
        },
      };
      const result = await JOBS[run.kind](run, site!, tools);
      if (stopping) await requeueRun(db, run.id).then(() => queue.send(run.id));
      else await finishRun(db, run.id, { state: controller.signal.aborted ? 'cancelled' : 'done', ...result });
    } catch (error) {
      const foreseen = error instanceof CannotRun || error instanceof Problem;
      if (!foreseen) console.error(error);
      const why = foreseen ? whyOf(error) : 'Something went wrong in the worker; it is in its log.';
      await finishRun(db, run.id, { state: 'failed', why });
    } finally {
      clearInterval(beat);
      await announceRun(run);
    }
  }

  await queue.take(handle);
  await queue.takeDeliveries((id, lastTry) => deliver(db, config, id, lastTry));
  // Once at the start for what was missed while no worker ran.
  const whatIsDue = async () => {
    await startDueScans(db, queue);
    await startChecksAfterPublishing(db, queue);
    await raiseFieldAlarms(db, queue);
    await remindWaiting(db, config);
    await tellReviewers(db, config);
    await lookAtDueCopies(db, config);
  };
  await whatIsDue();
  await queue.everyMinute(whatIsDue);
  return {
    async stop() {
      stopping = true;
      clearInterval(sweeping);
      for (const controller of current.keys()) controller.abort();
      await Promise.allSettled(current.values());
      await queue.stop();
      await db.end();
    },
  };
}

const whyOf = (error: Error) =>
  error instanceof Problem ? [error.title, error.detail].filter(Boolean).join('. ') : error.message;
