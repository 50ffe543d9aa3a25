import type { Look } from '@douane/core/setup';
import { asJson } from './clean';
import type { Queryable } from './db';

/** A look of the organisation as it is now. */
export interface KeptLook {
  id: string;
  name: string;
  revision: number;
  look: Look;
}

/** The organisation's looks by name. */
export async function listLooks(db: Queryable, organisationId: string): Promise<KeptLook[]> {
  const { rows } = await db.query<KeptLook>(
    `SELECT DISTINCT ON (l.name, l.id) l.id, l.name, r.revision, r.body AS look
     FROM look l JOIN look_revision r ON r.look_id = l.id
     WHERE l.organisation_id = $1 AND l.removed_at IS NULL ORDER BY l.name, l.id, r.revision DESC`,
    [organisationId],
  );
  return rows;
}

/** What a look was at a revision; `null`: the organisation has none such. */
export async function lookAt(
  db: Queryable,
  organisationId: string,
  id: string,
  revision: number,
): Promise<Look | null> {
  const { rows } = await db.query<{ body: Look }>(
    'SELECT body FROM look_revision WHERE organisation_id = $1 AND look_id = $2 AND revision = $3',
    [organisationId, id, revision],
  );
  return rows[0]?.body ?? null;
}

/** Adds a look; `null`: there is one of this name. */
export async function insertLook(db: Queryable, organisationId: string, name: string): Promise<string | null> {
  const { rows } = await db.query<{ id: string }>(
    `INSERT INTO look (organisation_id, name) VALUES ($1, $2)
     ON CONFLICT (organisation_id, name) WHERE removed_at IS NULL DO NOTHING RETURNING id`,
    [organisationId, name],
  );
  return rows[0]?.id ?? null;
}

/** Adds a revision on top of the one before; `false`: the look is not at that one, or is none of the organisation's. */
export async function insertLookRevision(
  db: Queryable,
  organisationId: string,
  id: string,
  { before, look, personId }: { before: number; look: Look; personId: string | null },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO look_revision (look_id, organisation_id, revision, body, person_id)
     SELECT l.id, $1, $3 + 1, $4, $5 FROM look l
     WHERE l.id = $2 AND l.organisation_id = $1 AND l.removed_at IS NULL
       AND (SELECT coalesce(max(revision), 0) FROM look_revision WHERE look_id = l.id) = $3
     ON CONFLICT DO NOTHING`,
    [organisationId, id, before, asJson(look), personId],
  );
  return rowCount === 1;
}

/** Takes a look off the list; sites in it stay as they are. `false`: there is none. */
export async function removeLook(db: Queryable, organisationId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE look SET removed_at = now() WHERE organisation_id = $1 AND id = $2 AND removed_at IS NULL',
    [organisationId, id],
  );
  return rowCount === 1;
}
