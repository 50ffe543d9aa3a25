import { randomUUID } from 'node:crypto';
import { checkPictures, deleteOldCheckPictures, insertCheckPictures, type Site } from '@douane/server';
import { beforeEach, expect, it } from 'vitest';
import { freshSite, useDatabase } from './support/sql';

/** Pictures of checks: whose they are, and how long they are kept. */
const made = useDatabase();
let site: Site;
let minutes = 0;

beforeEach(async () => {
  ({ site } = await freshSite(made.db));
});

async function checked(kind: string, of = site): Promise<string> {
  const { rows } = await made.db.query(
    `INSERT INTO run (organisation_id, site_id, kind, state, requested_at)
     VALUES ($1, $2, $3, 'done', now() + $4 * interval '1 minute') RETURNING id`,
    [of.organisationId, of.id, kind, ++minutes],
  );
  const [{ id }] = rows;
  await insertCheckPictures(
    made.db,
    of.organisationId,
    id,
    new Map([
      [1, Buffer.from([minutes])],
      [2, Buffer.from('b')],
    ]),
  );
  return id;
}
const kept = async (run: string, organisation = site.organisationId) =>
  [...(await checkPictures(made.db, organisation, run, [1, 2, 3])).keys()].sort();

it('are found by their numbers, and by nobody else', async () => {
  const run = await checked('check');
  expect(await kept(run)).toEqual([1, 2]);
  expect(await kept(run, randomUUID())).toEqual([]);
  // A check that is run again by another worker has them anew.
  await insertCheckPictures(made.db, site.organisationId, run, new Map([[1, Buffer.from('new')]]));
  expect((await checkPictures(made.db, site.organisationId, run, [1])).get(1)!.toString()).toBe('new');
});

it('of the newest checks stay, of each kind and each site', async () => {
  const { site: other } = await freshSite(made.db);
  const theirs = await checked('check', other);
  const draft = await checked('draft-check');
  const [first, second, third] = [await checked('check'), await checked('check'), await checked('check')];
  await deleteOldCheckPictures(made.db, site.organisationId, site.id, 2);
  expect([await kept(first!), await kept(second!), await kept(third!), await kept(draft)]).toEqual([
    [],
    [1, 2],
    [1, 2],
    [1, 2],
  ]);
  expect(await kept(theirs, other.organisationId)).toEqual([1, 2]);
});
