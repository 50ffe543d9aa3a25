import path from 'node:path';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { RunQueue } from '../jobs/queue';

/**
 * Brings the database to the newest schema, the queue's tables included. Two that start together take turns by an
 * advisory lock. `databaseUrl` is the application's own; `ownerUrl` that of whoever owns the tables, where that is another
 * role: the application then gets the rights it needs and no more, and can add to the ledger but never change it.
 */
export async function migrate(
  { databaseUrl, ownerUrl = databaseUrl }: { databaseUrl: string; ownerUrl?: string },
  root: string,
): Promise<string[]> {
  const guard = new pg.Client({ connectionString: ownerUrl });
  await guard.connect();
  try {
    // The queue's own installing takes locks in an order of its own, so nothing of all this runs twice at once.
    await guard.query(`SELECT pg_advisory_lock(hashtextextended('douane migrate', 0))`);
    const done = await runner({
      databaseUrl: ownerUrl,
      dir: path.join(root, 'server/db/migrations'),
      direction: 'up',
      migrationsTable: 'migration',
      logger: { debug() {}, info() {}, warn: console.warn, error: console.error },
    });
    await RunQueue.install(ownerUrl);
    const [owner, application] = [roleOf(ownerUrl), roleOf(databaseUrl)];
    if (owner !== application) await grantTo(guard, application);
    return done.map((migration) => migration.name);
  } finally {
    await guard.end();
  }
}

const roleOf = (url: string) => decodeURIComponent(new URL(url).username);

/** Everything but the ledger may be changed; to the ledger may only be added. */
async function grantTo(db: pg.Client, role: string): Promise<void> {
  const name = pg.escapeIdentifier(role);
  await db.query(`
    GRANT USAGE ON SCHEMA public, queue TO ${name};
    GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public, queue TO ${name};
    GRANT USAGE, SELECT ON ALL SEQUENCES IN SCHEMA public, queue TO ${name};
    GRANT EXECUTE ON ALL FUNCTIONS IN SCHEMA public, queue TO ${name};
    REVOKE UPDATE, DELETE, TRUNCATE ON consent_record, agreement_record FROM ${name};
    REVOKE INSERT, UPDATE, DELETE, TRUNCATE ON migration FROM ${name};`);
}

/**
 * Throws a sentence where the database is not at this program's schema. Gives back what whoever runs it should know, a
 * sentence each.
 */
export async function assertMigrated(db: Pick<pg.Pool, 'query'>): Promise<string[]> {
  const { rows } = await db.query(
    `SELECT to_regclass('publication') IS NOT NULL AND to_regclass('queue.version') IS NOT NULL AS ready`,
  );
  if (!rows[0].ready) throw new Error('the database is not ready for this version: run "douane migrate" first');
  const { rows: rights } = await db.query(
    `SELECT has_table_privilege('consent_record', 'UPDATE') OR has_table_privilege('consent_record', 'DELETE') AS may`,
  );
  return rights[0].may
    ? [
        'The role of DATABASE_URL may change the ledger. Give the owner of the tables a role of its own (DOUANE_OWNER_URL) and run "douane migrate".',
      ]
    : [];
}
