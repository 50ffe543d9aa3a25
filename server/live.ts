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
    | 'draft-check'
    | 'look'
    | 'sign-in'
    | 'import'
    | 'items'
    | 'alarms'
    | 'scan-setup'
    | 'check-setup'
    | 'knowledge'
    | 'organisation'
    | 'draft'
    | 'publication'
    | 'policies'
    | 'agreements'
    | 'records';
  /** The open interface that did it and knows already, by the name it gave itself. */
  from?: string;
}

const CHANNEL = 'douane';
/** A trigger tells here whoever is deleted or has left. */
const GONE = 'douane_gone';

/** Tells a change; inside a transaction it is told when that commits. */
export async function announce(db: Queryable, change: Change): Promise<void> {
  await db.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify(change)]);
}

type Listener = (change: Change) => void;

/** Passes what workers and servers announce on to browsers, as server-sent events. Connects again when it is cut off. */
export class Live {
  private readonly streams = new Set<{ organisationId: string; personId: string; res: Response }>();
  private readonly listeners: { what: Change['what']; listener: Listener }[] = [];
  private client: pg.Client | null = null;
  private closed = false;
  private retry: NodeJS.Timeout | undefined;

  constructor(private readonly databaseUrl: string) {}

  async start(): Promise<void> {
    const client = new pg.Client({
      connectionString: this.databaseUrl,
      connectionTimeoutMillis: 5_000,
      keepAlive: true,
    });
    client.on('notification', ({ channel, payload = '' }) => {
      if (channel === GONE) this.endStreamsOf(payload);
      else this.pass(JSON.parse(payload) as Change);
    });
    client.on('error', (error) => console.error(`live connection lost: ${error.message}`));
    client.on('end', () => this.later());
    await client.connect();
    await client.query(`LISTEN ${CHANNEL}; LISTEN ${GONE}`);
    this.client = client;
  }

  /** Calls `listener` with every change of a kind, in whichever process it was made. */
  on(what: Change['what'], listener: Listener): void {
    this.listeners.push({ what, listener });
  }

  /** Opens a stream of events to a person's browser. */
  subscribe({ organisationId, id }: { organisationId: string; id: string }, res: Response): void {
    res.set({ 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    res.flushHeaders();
    res.write('retry: 2000\n\n');
    const stream = { organisationId, personId: id, res };
    this.streams.add(stream);
    const beat = setInterval(() => res.write(': still here\n\n'), 20_000);
    res.on('close', () => {
      clearInterval(beat);
      this.streams.delete(stream);
    });
  }

  async stop(): Promise<void> {
    this.closed = true;
    clearTimeout(this.retry);
    for (const { res } of this.streams) res.end();
    await this.client?.end().catch(() => {}); // the database may have gone first
  }

  private pass(change: Change): void {
    for (const { what, listener } of this.listeners) if (what === change.what) listener(change);
    const { organisationId, ...told } = change;
    for (const stream of this.streams) {
      if (stream.organisationId === organisationId) stream.res.write(`data: ${JSON.stringify(told)}\n\n`);
    }
  }

  private endStreamsOf(personId: string): void {
    for (const stream of this.streams) if (stream.personId === personId) stream.res.end();
  }

  private later(): void {
    if (this.closed) return;
    clearTimeout(this.retry);
    this.retry = setTimeout(() => this.start().catch(() => this.later()), 1_000);
  }
}
