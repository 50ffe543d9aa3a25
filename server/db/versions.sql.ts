import type { Setup } from '@douane/core/setup';
import type { GateFile } from '@douane/gate';
import type { Queryable } from './db';

export interface Version {
  number: number;
  setup: Setup;
  publishedAt: Date;
  publishedBy: string | null;
}

const COLUMNS = `v.number, v.setup, v.published_at AS "publishedAt", p.name AS "publishedBy"`;
const FROM = 'FROM site_version v LEFT JOIN person p ON p.id = v.published_by';

/** Takes the next number. The caller holds the site's row, so two publishing at once get two numbers. */
export async function nextVersionNumber(db: Queryable, organisationId: string, siteId: string): Promise<number> {
  await db.query('SELECT 1 FROM site WHERE organisation_id = $1 AND id = $2 FOR UPDATE', [organisationId, siteId]);
  const { rows } = await db.query(
    'SELECT coalesce(max(number), 0) + 1 AS next FROM site_version WHERE organisation_id = $1 AND site_id = $2',
    [organisationId, siteId],
  );
  return rows[0].next;
}

export async function insertVersion(
  db: Queryable,
  organisationId: string,
  siteId: string,
  version: { number: number; setup: Setup; personId: string | null },
  files: readonly GateFile[],
): Promise<void> {
  await db.query(
    'INSERT INTO site_version (organisation_id, site_id, number, setup, published_by) VALUES ($1, $2, $3, $4, $5)',
    [organisationId, siteId, version.number, version.setup, version.personId],
  );
  for (const { name, body, type, immutable } of files) {
    await db.query(
      `INSERT INTO gate_file (organisation_id, site_id, name, body, type, immutable) VALUES ($1, $2, $3, $4, $5, $6)
       ON CONFLICT (site_id, name) DO UPDATE SET body = excluded.body`,
      [organisationId, siteId, name, body, type, immutable],
    );
  }
}

export async function listVersions(db: Queryable, organisationId: string, siteId: string): Promise<Version[]> {
  const { rows } = await db.query<Version>(
    `SELECT ${COLUMNS} ${FROM} WHERE v.organisation_id = $1 AND v.site_id = $2 ORDER BY v.number DESC LIMIT 100`,
    [organisationId, siteId],
  );
  return rows;
}

export async function versionOf(
  db: Queryable,
  organisationId: string,
  siteId: string,
  number: number,
): Promise<Version | null> {
  const { rows } = await db.query<Version>(
    `SELECT ${COLUMNS} ${FROM} WHERE v.organisation_id = $1 AND v.site_id = $2 AND v.number = $3`,
    [organisationId, siteId, number],
  );
  return rows[0] ?? null;
}

export async function gateFile(
  db: Queryable,
  siteKey: string,
  name: string,
): Promise<{ body: string; type: string; immutable: boolean } | null> {
  const { rows } = await db.query(
    `SELECT f.body, f.type, f.immutable FROM gate_file f
     JOIN site s ON s.id = f.site_id AND s.organisation_id = f.organisation_id WHERE s.key = $1 AND f.name = $2`,
    [siteKey, name],
  );
  return rows[0] ?? null;
}
