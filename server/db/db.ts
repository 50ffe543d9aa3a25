import pg from 'pg';
import { cleanParameter } from './clean';

/** A pool, or a client inside a transaction: the caller chooses. */
export type Queryable = Pick<pg.Pool, 'query'>;
export type Db = pg.Pool;

/** Cleans every parameter on its way, so that no text of a page can make a query fail, whichever table it is for. */
class CleaningClient extends pg.Client {
  // biome-ignore lint/suspicious/noExplicitAny: the driver's own signature is a dozen overloads
  override query(...args: any[]): any {
    const [first, values] = args;
    if (Array.isArray(values)) args[1] = values.map(cleanParameter);
    else if (Array.isArray(first?.values)) args[0] = Object.assign(first, { values: first.values.map(cleanParameter) });
    return (super.query as (...all: unknown[]) => unknown)(...args);
  }
}

/**
 * Opens a pool. `connectionString` as libpq reads it. Whatever waits ends: a connection that does not come, a lock that
 * another holds, a statement or a transaction that does not end.
 */
export function openPool(connectionString: string, { max = 10 }: { max?: number } = {}): Db {
  const pool = new pg.Pool({
    connectionString,
    Client: CleaningClient,
    max,
    connectionTimeoutMillis: 5_000,
    statement_timeout: 30_000,
    lock_timeout: 10_000,
    idle_in_transaction_session_timeout: 60_000,
  });
  // A connection that breaks, idle or in use, is replaced at the next query; without a listener it would end the process.
  pool.on('error', (error) => console.error(`database connection lost: ${error.message}`));
  pool.on('connect', (client) => {
    client.on('error', () => {}); // whoever uses it learns of it by the query that fails
  });
  return pool;
}

/** Runs `work` in one transaction; rolls back when it throws. */
export async function inTransaction<T>(db: Db, work: (tx: pg.PoolClient) => Promise<T>): Promise<T> {
  const client = await db.connect();
  let broken = false;
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch(() => {
      broken = true; // the connection is what failed, and no other may get it
    });
    throw error;
  } finally {
    client.release(broken);
  }
}

/** Classes and codes of errors that say that the database is away or too busy for the moment (PostgreSQL, appendix A). */
const AWAY = /^(08|53|57P0|55P03|57014|25P03)/;
/** What the network and the pool say then. */
const AWAY_WORDS =
  /ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|not queryable/;

/** Whether an error says that the database is away or busy for the moment, so that the same may be tried again. */
export function isAway(error: unknown): boolean {
  const { code = '', message = '' } = (error ?? {}) as { code?: string; message?: string };
  return AWAY.test(code) || AWAY_WORDS.test(code) || AWAY_WORDS.test(message);
}
