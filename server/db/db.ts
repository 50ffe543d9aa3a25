import pg from 'pg';

/** A pool, or a client inside a transaction: the caller chooses. */
export type Queryable = Pick<pg.Pool, 'query'>;
export type Db = pg.Pool;

/** `connectionString` as libpq reads it. Statements are cut off after half a minute rather than pile up. */
export function openPool(connectionString: string): Db {
  const pool = new pg.Pool({ connectionString, max: 10, statement_timeout: 30_000, connectionTimeoutMillis: 10_000 });
  // An idle connection that breaks is replaced at the next query; without a listener it would end the process.
  pool.on('error', (error) => console.error(`database connection lost: ${error.message}`));
  return pool;
}

/** Runs `work` in one transaction; rolls back when it throws. */
export async function inTransaction<T>(db: Db, work: (tx: pg.PoolClient) => Promise<T>): Promise<T> {
  const client = await db.connect();
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch(() => {}); // the connection may be what failed
    throw error;
  } finally {
    client.release();
  }
}
