import type { Queryable } from './db';

/** A token that is good still; the token itself is known to nobody here. */
export interface AccessToken {
  id: string;
  name: string;
  /** Who made it. */
  person: string;
  madeAt: Date;
  usedAt: Date | null;
}

/** Whose a token is that somebody shows. */
export interface TokenHolder {
  organisationId: string;
  personId: string;
  name: string;
}

/** Keeps a token by its hash (SHA-256, hex); gives back its id. */
export async function insertAccessToken(
  db: Queryable,
  token: { organisationId: string; personId: string; name: string; hash: string },
): Promise<string> {
  const { organisationId, personId, name, hash } = token;
  const { rows } = await db.query(
    'INSERT INTO access_token (organisation_id, person_id, name, hash) VALUES ($1, $2, $3, $4) RETURNING id',
    [organisationId, personId, name, hash],
  );
  return rows[0].id;
}

/** Those that are good, the newest first. */
export async function listAccessTokens(db: Queryable, organisationId: string): Promise<AccessToken[]> {
  const { rows } = await db.query(
    `SELECT t.id, t.name, p.name AS person, t.made_at AS "madeAt", t.used_at AS "usedAt"
     FROM access_token t JOIN person p ON p.id = t.person_id
     WHERE t.organisation_id = $1 AND t.ended_at IS NULL ORDER BY t.made_at DESC`,
    [organisationId],
  );
  return rows;
}

/** Ends one; `null`: there is none of this organisation that is good still. */
export async function endAccessToken(db: Queryable, organisationId: string, id: string): Promise<string | null> {
  const { rows } = await db.query(
    `UPDATE access_token SET ended_at = now() WHERE organisation_id = $1 AND id = $2 AND ended_at IS NULL RETURNING name`,
    [organisationId, id],
  );
  return rows[0]?.name ?? null;
}

/**
 * Whose a token is, by its hash, and that it was used: without an organisation, since it tells which one it is. It ends with
 * who made it. `null`: it is good no more.
 */
export async function holderOfToken(db: Queryable, hash: string): Promise<TokenHolder | null> {
  const { rows } = await db.query(
    `UPDATE access_token t SET used_at = now() FROM person p
     WHERE t.hash = $1 AND t.ended_at IS NULL AND p.id = t.person_id AND p.left_at IS NULL
     RETURNING t.organisation_id AS "organisationId", t.person_id AS "personId", t.name`,
    [hash],
  );
  return rows[0] ?? null;
}
