import PgBoss from 'pg-boss';
import type { Config } from '../config';
import type { Queryable } from '../db/db';
import { type Run, type RunKind, requestRun } from '../db/runs.sql';
import { announce } from '../live';

const SCHEMA = 'queue';
const QUEUE = 'run';
const DELIVERIES = 'delivery';
const MINUTE = 'minute';
/** An alarm that could not be delivered is tried this often again. */
const RETRIES = 6;
const DELIVERIES_AT_ONCE = 4;

/** The queue lives in PostgreSQL, so any number of workers on any machine can take from it. */
export class RunQueue {
  private constructor(
    private readonly boss: PgBoss,
    private readonly retrySeconds: number,
  ) {}

  /** Makes the queue's tables, or brings them up to date; only the owner of the database may. */
  static async install(ownerUrl: string): Promise<void> {
    const boss = new PgBoss({ connectionString: ownerUrl, schema: SCHEMA, max: 2, supervise: false });
    let trouble: Error | undefined;
    boss.on('error', (error) => {
      trouble = error;
    });
    await boss.start();
    for (const name of [QUEUE, DELIVERIES, MINUTE]) await boss.createQueue(name);
    await boss.stop({ graceful: false, wait: true });
    if (trouble) throw trouble;
  }

  static async open({ databaseUrl, retrySeconds }: Pick<Config, 'databaseUrl' | 'retrySeconds'>): Promise<RunQueue> {
    const boss = new PgBoss({ connectionString: databaseUrl, schema: SCHEMA, max: 4, migrate: false });
    boss.on('error', (error) => console.error(`queue: ${error.message}`));
    await boss.start();
    return new RunQueue(boss, retrySeconds);
  }

  /** Asks for a run and sends it to the workers; one that is under way already is joined instead. */
  async request(
    db: Queryable,
    asked: { organisationId: string; siteId: string; kind: RunKind; options?: object; personId?: string },
  ): Promise<{ run: Run; joined: boolean }> {
    const { organisationId, siteId, kind, options = {}, personId = null } = asked;
    const result = await requestRun(db, organisationId, siteId, kind, options, personId);
    if (!result.joined) await this.send(result.run.id, db);
    await announce(db, { organisationId, siteId, what: kind });
    return result;
  }

  /** `db`: where it is sent inside a transaction, and so only when that commits. */
  async send(runId: string, db?: Queryable): Promise<void> {
    const within = db && { db: { executeSql: (text: string, values: unknown[]) => db.query(text, values) } };
    await this.boss.send(QUEUE, { runId }, { expireInHours: 4, retryLimit: 0, ...within });
  }

  /** Takes runs one after the other. */
  async take(handle: (runId: string) => Promise<void>): Promise<void> {
    await this.boss.work<{ runId: string }>(QUEUE, { pollingIntervalSeconds: 0.5, batchSize: 1 }, async ([job]) => {
      if (job) await handle(job.data.runId);
    });
  }

  async deliver(deliveryId: string): Promise<void> {
    await this.boss.send(
      DELIVERIES,
      { deliveryId },
      { retryLimit: RETRIES, retryDelay: this.retrySeconds, retryBackoff: this.retrySeconds > 0 },
    );
  }

  /**
   * Takes deliveries, several side by side, so that one slow receiver keeps nobody else waiting; one that throws is tried
   * again later, and told when it is the last time.
   */
  async takeDeliveries(handle: (deliveryId: string, lastTry: boolean) => Promise<void>): Promise<void> {
    const options = { pollingIntervalSeconds: 1, batchSize: 1, includeMetadata: true as const };
    const take = () =>
      this.boss.work<{ deliveryId: string }>(DELIVERIES, options, async ([job]) => {
        if (job) await handle(job.data.deliveryId, job.retryCount >= job.retryLimit);
      });
    for (let n = 0; n < DELIVERIES_AT_ONCE; n++) await take();
  }

  /** Calls `handle` about once a minute, on one worker of all. */
  async everyMinute(handle: () => Promise<unknown>): Promise<void> {
    await this.boss.schedule(MINUTE, '* * * * *');
    await this.boss.work(MINUTE, { pollingIntervalSeconds: 5 }, async () => void (await handle()));
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: true, timeout: 8_000, wait: true });
  }
}
