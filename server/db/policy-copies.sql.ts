import type { ComparedCopy } from '@douane/core/policy';
import { asJson } from './clean';
import type { Queryable } from './db';

/** A page on which a policy was pasted. `found`: what was there when it was looked at last, or why it could not be. */
export interface PolicyCopy {
  id: string;
  policyId: string;
  address: string;
  language: string;
  lookedAt: Date | null;
  found: ComparedCopy | { why: string } | null;
}

const COPY = `SELECT c.id, c.policy_id AS "policyId", c.address, c.language, c.looked_at AS "lookedAt", c.found FROM policy_copy c
  JOIN policy p ON p.id = c.policy_id AND p.removed_at IS NULL`;

/** Copies of all policies of a site. */
export async function listCopies(db: Queryable, organisationId: string, siteId: string): Promise<PolicyCopy[]> {
  const { rows } = await db.query<PolicyCopy>(
    `${COPY} WHERE c.organisation_id = $1 AND p.site_id = $2 ORDER BY c.address`,
    [organisationId, siteId],
  );
  return rows;
}

/** Adds a page with a copy; `null`: it is known. */
export async function insertCopy(
  db: Queryable,
  organisationId: string,
  policyId: string,
  { address, language }: Pick<PolicyCopy, 'address' | 'language'>,
): Promise<string | null> {
  const { rows } = await db.query<{ id: string }>(
    `INSERT INTO policy_copy (organisation_id, policy_id, address, language) VALUES ($1, $2, $3, $4)
     ON CONFLICT DO NOTHING RETURNING id`,
    [organisationId, policyId, address, language],
  );
  return rows[0]?.id ?? null;
}

/** `false`: there is none. */
export async function deleteCopy(
  db: Queryable,
  organisationId: string,
  policyId: string,
  id: string,
): Promise<boolean> {
  const { rowCount } = await db.query(
    'DELETE FROM policy_copy WHERE organisation_id = $1 AND policy_id = $2 AND id = $3',
    [organisationId, policyId, id],
  );
  return rowCount === 1;
}

/** Keeps what was found of a copy. */
export async function saveCopy(
  db: Queryable,
  organisationId: string,
  id: string,
  found: NonNullable<PolicyCopy['found']>,
): Promise<void> {
  await db.query('UPDATE policy_copy SET found = $3, looked_at = now() WHERE organisation_id = $1 AND id = $2', [
    organisationId,
    id,
    asJson(found),
  ]);
}

/** Copies that nobody has looked at for a day, over all organisations: the worker looks at whatever is due. */
export async function dueCopies(db: Queryable): Promise<(PolicyCopy & { organisationId: string; siteId: string })[]> {
  const { rows } = await db.query(
    `${COPY.replace('SELECT', 'SELECT c.organisation_id AS "organisationId", p.site_id AS "siteId",')}
     WHERE coalesce(c.looked_at, '-infinity') < now() - interval '1 day' ORDER BY c.looked_at NULLS FIRST LIMIT 50`,
  );
  return rows;
}
