import type { PictureOf } from '@douane/core/scan';
import type { Queryable } from './db';

/** Keeps a site's picture (JPEG) in place of the one before. */
export async function savePicture(
  db: Queryable,
  organisationId: string,
  siteId: string,
  device: PictureOf,
  jpeg: Buffer,
): Promise<void> {
  await db.query(
    `INSERT INTO site_picture (organisation_id, site_id, device, jpeg) VALUES ($1, $2, $3, $4)
     ON CONFLICT (site_id, device) DO UPDATE SET jpeg = excluded.jpeg, taken_at = now()`,
    [organisationId, siteId, device, jpeg],
  );
}

/** The newest picture of a site's start page; `null`: none was taken. */
export async function sitePicture(
  db: Queryable,
  organisationId: string,
  siteId: string,
  device: PictureOf,
): Promise<Buffer | null> {
  const { rows } = await db.query<{ jpeg: Buffer }>(
    'SELECT jpeg FROM site_picture WHERE organisation_id = $1 AND site_id = $2 AND device = $3',
    [organisationId, siteId, device],
  );
  return rows[0]?.jpeg ?? null;
}
