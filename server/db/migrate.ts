import path from 'node:path';
import { runner } from 'node-pg-migrate';

/** Brings the database to the newest schema. Two that start together take turns by an advisory lock. */
export async function migrate(databaseUrl: string, root: string): Promise<string[]> {
  const done = await runner({
    databaseUrl,
    dir: path.join(root, 'server/db/migrations'),
    direction: 'up',
    migrationsTable: 'migration',
    logger: { debug() {}, info() {}, warn: console.warn, error: console.error },
  });
  return done.map((migration) => migration.name);
}
