import type { Setup } from '@douane/core/setup';
import type { Queryable } from './db';

export interface Site {
  id: string;
  organisationId: string;
  key: string;
  /** The draft; its `services` are empty here and follow from the rulings. */
  setup: Setup;
  revision: number;
  createdAt: Date;
}

const COLUMNS = `id, organisation_id AS "organisationId", key, setup, revision, created_at AS "createdAt"`;

export async function insertSite(db: Queryable, organisationId: string, setup: Setup): Promise<Site> {
  const { rows } = await db.query<Site>(
    `INSERT INTO site (organisation_id, key, setup) VALUES ($1, $2, $3) RETURNING ${COLUMNS}`,
    [organisationId, setup.site.key, setup],
  );
  return rows[0]!;
}

export async function siteById(db: Queryable, organisationId: string, id: string): Promise<Site | null> {
  const { rows } = await db.query<Site>(`SELECT ${COLUMNS} FROM site WHERE organisation_id = $1 AND id = $2`, [
    organisationId,
    id,
  ]);
  return rows[0] ?? null;
}

export async function listSites(db: Queryable, organisationId: string): Promise<Site[]> {
  const { rows } = await db.query<Site>(
    `SELECT ${COLUMNS} FROM site WHERE organisation_id = $1 ORDER BY created_at, id`,
    [organisationId],
  );
  return rows;
}

/** A key is unique across organisations, since visitors' browsers know a site by nothing else. */
export async function siteByKey(db: Queryable, key: string): Promise<Site | null> {
  const { rows } = await db.query<Site>(`SELECT ${COLUMNS} FROM site WHERE key = $1`, [key]);
  return rows[0] ?? null;
}

/** `null`: somebody saved another draft since `revision`. */
export async function saveDraft(
  db: Queryable,
  organisationId: string,
  id: string,
  revision: number,
  setup: Setup,
): Promise<Site | null> {
  const { rows } = await db.query<Site>(
    `UPDATE site SET setup = $4, revision = revision + 1
     WHERE organisation_id = $1 AND id = $2 AND revision = $3 RETURNING ${COLUMNS}`,
    [organisationId, id, revision, setup],
  );
  return rows[0] ?? null;
}
