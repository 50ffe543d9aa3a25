import type { Queryable } from './db';

/** Keeps the pictures (JPEG) of a check, by the numbers that its items have for them. */
export async function insertCheckPictures(
  db: Queryable,
  organisationId: string,
  runId: string,
  pictures: ReadonlyMap<number, Buffer>,
): Promise<void> {
  for (const [number, jpeg] of pictures) {
    await db.query(
      `INSERT INTO check_picture (organisation_id, run_id, number, jpeg) VALUES ($1, $2, $3, $4)
       ON CONFLICT (run_id, number) DO UPDATE SET jpeg = excluded.jpeg`,
      [organisationId, runId, number, jpeg],
    );
  }
}

/** Pictures of a check by their numbers. */
export async function checkPictures(
  db: Queryable,
  organisationId: string,
  runId: string,
  numbers: readonly number[],
): Promise<Map<number, Buffer>> {
  const { rows } = await db.query<{ number: number; jpeg: Buffer }>(
    'SELECT number, jpeg FROM check_picture WHERE organisation_id = $1 AND run_id = $2 AND number = ANY($3)',
    [organisationId, runId, numbers],
  );
  return new Map(rows.map(({ number, jpeg }) => [number, jpeg]));
}

/** Leaves a site the pictures of its newest checks, so many of each kind; they take more room than all else of a check. */
export async function deleteOldCheckPictures(
  db: Queryable,
  organisationId: string,
  siteId: string,
  checks: number,
): Promise<void> {
  await db.query(
    `DELETE FROM check_picture WHERE organisation_id = $1 AND run_id IN (
       SELECT id FROM (
         SELECT id, row_number() OVER (PARTITION BY kind ORDER BY requested_at DESC) AS nth FROM run
         WHERE organisation_id = $1 AND site_id = $2 AND kind IN ('check', 'draft-check')
       ) numbered WHERE nth > $3
     )`,
    [organisationId, siteId, checks],
  );
}
