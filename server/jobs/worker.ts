import { CannotRun } from '@douane/scanner';
import { loadCatalogue } from '../catalogue';
import type { Config } from '../config';
import { openPool } from '../db/db';
import { failSilentRuns, finishRun, type Run, requeueRun, startRun, touchRun } from '../db/runs.sql';
import { siteById } from '../db/sites.sql';
import { announce } from '../live';
import { checkJob } from './check';
import type { JobTools } from './job';
import { lookJob } from './look';
import { RunQueue } from './queue';
import { scanJob } from './scan';

const JOBS = { scan: scanJob, check: checkJob, look: lookJob };
const HEARTBEAT_MS = 1_000;

/** Takes runs from the queue until stopped. One that is under way when it stops goes back to the queue. */
export async function startWorker(config: Config): Promise<{ stop(): Promise<void> }> {
  const db = openPool(config.databaseUrl);
  const catalogue = await loadCatalogue(config.catalogueFile);
  const queue = await RunQueue.open(config.databaseUrl);
  const current = new Map<AbortController, Promise<void>>();
  let stopping = false;

  const sweep = async () => {
    for (const run of await failSilentRuns(db)) await announceRun(run);
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
        catalogue,
        signal: controller.signal,
        progress(progress) {
          latest = progress;
        },
      };
      const result = await JOBS[run.kind](run, site!, tools);
      if (stopping) await requeueRun(db, run.id).then(() => queue.send(run.id));
      else await finishRun(db, run.id, { state: controller.signal.aborted ? 'cancelled' : 'done', ...result });
    } catch (error) {
      if (!(error instanceof CannotRun)) console.error(error);
      const why = error instanceof CannotRun ? error.message : 'Something went wrong in the worker; it is in its log.';
      await finishRun(db, run.id, { state: 'failed', why });
    } finally {
      clearInterval(beat);
      await announceRun(run);
    }
  }

  await queue.take(handle);
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
