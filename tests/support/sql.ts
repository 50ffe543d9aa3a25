import { type DatabaseUrls, type Db, openPool } from '@douane/server';
import { afterAll, beforeAll } from 'vitest';
import { freshDatabase } from './world';

/** A database for the tests of SQL modules in one file, without a server around it. */
export function useDatabase(): { db: Db; urls: DatabaseUrls; owner: Db } {
  const made = {} as { db: Db; urls: DatabaseUrls; owner: Db };
  beforeAll(async () => {
    made.urls = await freshDatabase();
    made.db = openPool(made.urls.databaseUrl);
    made.owner = openPool(made.urls.ownerUrl);
  });
  afterAll(async () => {
    await made.db?.end();
    await made.owner?.end();
  });
  return made;
}
