import type { FamilySettings, Item, NameFamily } from '@douane/core/observe';
import type { Queryable } from './db';
import { upsertItems } from './items.sql';

/** What is known of names that vary on a site: families that persons made or scans made out, and those that were parted. */
export async function familySettings(db: Queryable, organisationId: string, siteId: string): Promise<FamilySettings> {
  const { rows } = await db.query<NameFamily & { state: 'made' | 'parted' | 'met' }>(
    `SELECT kind, host, pattern, state, NULL AS examples FROM name_family WHERE organisation_id = $1 AND site_id = $2
     UNION ALL
     SELECT kind, host, name, 'met', facts->'examples' FROM item
     WHERE organisation_id = $1 AND site_id = $2 AND facts ? 'examples'`,
    [organisationId, siteId],
  );
  const families = rows.map(({ examples, ...family }) => ({ ...family, ...(examples && { examples }) }));
  return {
    known: families.filter(({ state }) => state !== 'parted'),
    parted: families.filter(({ state }) => state === 'parted'),
  };
}

/** Settles that names of a site are one family, or that they are none. */
export async function settleFamily(
  db: Queryable,
  organisationId: string,
  siteId: string,
  personId: string,
  { kind, host, pattern }: NameFamily,
  state: 'made' | 'parted',
): Promise<void> {
  await db.query(
    `INSERT INTO name_family (organisation_id, site_id, kind, host, pattern, state, person_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (site_id, kind, host, md5(pattern)) DO UPDATE SET state = excluded.state, person_id = excluded.person_id,
       at = clock_timestamp()`,
    [organisationId, siteId, kind, host, pattern, state, personId],
  );
}

/** Items of a site as they were found, without rulings. */
export async function listBareItems(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<(Item & { id: string })[]> {
  const { rows } = await db.query(
    'SELECT id, kind, name, host, facts FROM item WHERE organisation_id = $1 AND site_id = $2 ORDER BY first_seen_at, id',
    [organisationId, siteId],
  );
  return rows.map(({ facts, ...row }) => ({ ...facts, ...row }));
}

/**
 * Makes some items one: `into` is added where it is not there yet, and gets the rulings, notes and age of the others,
 * which go. Gives its id.
 */
export async function mergeItems(
  db: Queryable,
  organisationId: string,
  siteId: string,
  into: Item,
  ids: readonly string[],
): Promise<string> {
  await upsertItems(db, organisationId, siteId, [into]);
  const { rows } = await db.query<{ id: string }>(
    `SELECT id FROM item WHERE organisation_id = $1 AND site_id = $2 AND kind = $3 AND host = $4 AND md5(name) = md5($5)`,
    [organisationId, siteId, into.kind, into.host, into.name],
  );
  const { id } = rows[0]!;
  const others = ids.filter((other) => other !== id);
  for (const table of ['ruling', 'item_note']) {
    await db.query(`UPDATE ${table} SET item_id = $2 WHERE organisation_id = $1 AND item_id = ANY($3::uuid[])`, [
      organisationId,
      id,
      others,
    ]);
  }
  await db.query(
    `UPDATE item SET first_seen_at = least(first_seen_at, (SELECT min(o.first_seen_at) FROM item o WHERE o.id = ANY($3::uuid[])))
     WHERE organisation_id = $1 AND id = $2`,
    [organisationId, id, others],
  );
  await db.query('DELETE FROM item WHERE organisation_id = $1 AND site_id = $2 AND id = ANY($3::uuid[])', [
    organisationId,
    siteId,
    others,
  ]);
  return id;
}
