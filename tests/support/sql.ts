import { randomUUID } from 'node:crypto';
import { newSetup } from '@douane/core/setup';
import { addOrganisation, type DatabaseUrls, type Db, insertSite, openPool, type Site } from '@douane/server';
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

/** A site of an organisation of its own, with a person who looks after it. */
export async function freshSite(db: Db): Promise<{ site: Site; personId: string; email: string }> {
  const key = `s-${randomUUID().slice(0, 8)}`;
  const email = `${key}@p.example`;
  const person = { name: 'Pia Lund', email, password: 'not-used-here' };
  const { organisationId, personId } = await addOrganisation(db, key, person);
  const setup = newSetup({ key, name: key, address: `http://${key}.localhost/` }, `http://localhost/g/${key}`);
  return { site: (await insertSite(db, organisationId, setup))!, personId, email };
}

/** Has an empty release be in force at a site. `from`: as SQL. */
export async function putInForce(
  owner: Db,
  { organisationId, id }: Pick<Site, 'organisationId' | 'id'>,
  number: number,
  from = 'clock_timestamp()',
): Promise<void> {
  await owner.query(
    `INSERT INTO release (organisation_id, site_id, number, setup, pointer) VALUES ($1, $2, $3, '{}', '') ON CONFLICT DO NOTHING`,
    [organisationId, id, number],
  );
  await owner.query(
    `INSERT INTO publication (organisation_id, site_id, number, from_at) VALUES ($1, $2, $3, ${from})`,
    [organisationId, id, number],
  );
}
