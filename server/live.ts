import type { Response } from 'express';
import pg from 'pg';
import type { Queryable } from './db/db';

/** What changed, told to every open interface of the organisation. */
export interface Change {
  organisationId: string;
  siteId: string;
  what:
    | 'scan'
    | 'check'
    | 'look'
    | 'sign-in'
    | 'import'
    | 'items'
    | 'alarms'
    | 'scan-setup'
    | 'knowledge'
    | 'draft'
    | 'records';
  /** The open interface that did it and knows already, by the name it gave itself. */
  from?: string;
}

const CHANNEL = 'douane';

export async function announce(db: Queryable, change: Change): Promise<void> {
  await db.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify(change)]);
}

/** Passes what workers and servers announce on to browsers, as server-sent events. Connects again when it is cut off. */
export class Live {
  private readonly listeners = new Set<{ organisationId: string; res: Response }>();
  private client: pg.Client | null = null;
  private closed = false;
  private retry: NodeJS.Timeout | undefined;

  constructor(private readonly databaseUrl: string) {}

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.databaseUrl });
    client.on('notification', ({ payload }) => this.pass(payload ?? ''));
    client.on('error', (error) => console.error(`live connection lost: ${error.message}`));
    client.on('end', () => this.later());
    await client.connect();
    await client.query(`LISTEN ${CHANNEL}`);
    this.client = client;
  }

  subscribe(organisationId: string, res: Response): void {
    res.set({ 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    res.flushHeaders();
    res.write('retry: 2000\n\n');
    const listener = { organisationId, res };
    this.listeners.add(listener);
    const beat = setInterval(() => res.write(': still here\n\n'), 20_000);
    res.on('close', () => {
      clearInterval(beat);
      this.listeners.delete(listener);
    });
  }

  async stop(): Promise<void> {
    this.closed = true;
    clearTimeout(this.retry);
    for (const { res } of this.listeners) res.end();
    await this.client?.end().catch(() => {}); // the database may have gone first
  }

  private pass(payload: string): void {
    const { organisationId, ...told } = JSON.parse(payload) as Change;
    for (const listener of this.listeners) {
      if (listener.organisationId === organisationId) listener.res.write(`data: ${JSON.stringify(told)}\n\n`);
    }
  }

  private later(): void {
    if (this.closed) return;
    clearTimeout(this.retry);
    this.retry = setTimeout(() => this.start().catch(() => this.later()), 2000);
  }
}
