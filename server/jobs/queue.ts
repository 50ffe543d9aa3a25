import PgBoss from 'pg-boss';
import type { Queryable } from '../db/db';
import { type Run, type RunKind, requestRun } from '../db/runs.sql';
import { announce } from '../live';

const QUEUE = 'run';

/** The queue lives in PostgreSQL, so any number of workers on any machine can take from it. */
export class RunQueue {
  private constructor(private readonly boss: PgBoss) {}

  static async open(databaseUrl: string): Promise<RunQueue> {
    const boss = new PgBoss({ connectionString: databaseUrl, schema: 'queue', max: 4 });
    boss.on('error', (error) => console.error(`queue: ${error.message}`));
    await boss.start();
    await boss.createQueue(QUEUE);
    return new RunQueue(boss);
  }

  /** Asks for a run and sends it to the workers; one that is under way already is joined instead. */
  async request(
    db: Queryable,
    asked: { organisationId: string; siteId: string; kind: RunKind; options?: object; personId?: string },
  ): Promise<{ run: Run; joined: boolean }> {
    const { organisationId, siteId, kind, options = {}, personId = null } = asked;
    const result = await requestRun(db, organisationId, siteId, kind, options, personId);
    if (!result.joined) await this.send(result.run.id);
    await announce(db, { organisationId, siteId, what: kind });
    return result;
  }

  async send(runId: string): Promise<void> {
    await this.boss.send(QUEUE, { runId }, { expireInHours: 4, retryLimit: 0 });
  }

  /** Takes runs one after the other. */
  async take(handle: (runId: string) => Promise<void>): Promise<void> {
    await this.boss.work<{ runId: string }>(QUEUE, { pollingIntervalSeconds: 0.5, batchSize: 1 }, async ([job]) => {
      if (job) await handle(job.data.runId);
    });
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: true, timeout: 8_000, wait: true });
  }
}
