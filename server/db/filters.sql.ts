import type { Queryable } from './db';

export interface SavedFilter {
  id: string;
  name: string;
  filter: object;
}

/** The saved filters of a site, by name. */
export async function listFilters(db: Queryable, organisationId: string, siteId: string): Promise<SavedFilter[]> {
  const { rows } = await db.query<SavedFilter>(
    `SELECT id, name, filter FROM saved_filter WHERE organisation_id = $1 AND site_id = $2 ORDER BY name`,
    [organisationId, siteId],
  );
  return rows;
}

/** A filter of the same name is replaced. */
export async function saveFilter(
  db: Queryable,
  organisationId: string,
  siteId: string,
  name: string,
  filter: object,
): Promise<SavedFilter> {
  const { rows } = await db.query<SavedFilter>(
    `INSERT INTO saved_filter (organisation_id, site_id, name, filter) VALUES ($1, $2, $3, $4)
     ON CONFLICT (site_id, name) DO UPDATE SET filter = excluded.filter RETURNING id, name, filter`,
    [organisationId, siteId, name, filter],
  );
  return rows[0]!;
}

/** `false`: there was none of this organisation. */
export async function deleteFilter(db: Queryable, organisationId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query(`DELETE FROM saved_filter WHERE organisation_id = $1 AND id = $2`, [
    organisationId,
    id,
  ]);
  return rowCount === 1;
}
