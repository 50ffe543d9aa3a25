import type { Quote } from '@douane/core/policy';
import type { Queryable } from './db';

/** A remark at a place of a draft. */
export interface PolicyComment {
  id: string;
  blockId: string;
  /** The words that it is on; `null`: the whole block. */
  quote: Quote | null;
  words: string;
  person: string;
  at: Date;
  settled: boolean;
}

/** Remarks on a policy, those that are settled last. */
export async function listComments(db: Queryable, organisationId: string, policyId: string): Promise<PolicyComment[]> {
  const { rows } = await db.query<PolicyComment>(
    `SELECT c.id, c.block_id AS "blockId", c.words,
       CASE WHEN c.exact IS NOT NULL THEN jsonb_build_object('exact', c.exact, 'prefix', c.prefix) END AS quote,
       o.name AS person, c.at, c.settled_at IS NOT NULL AS settled
     FROM policy_comment c JOIN person o ON o.id = c.person_id
     WHERE c.organisation_id = $1 AND c.policy_id = $2 ORDER BY settled, c.at DESC LIMIT 500`,
    [organisationId, policyId],
  );
  return rows;
}

/** Adds a remark. */
export async function insertComment(
  db: Queryable,
  organisationId: string,
  policyId: string,
  { blockId, quote, words, personId }: Pick<PolicyComment, 'blockId' | 'quote' | 'words'> & { personId: string },
): Promise<void> {
  await db.query(
    `INSERT INTO policy_comment (organisation_id, policy_id, block_id, words, person_id, exact, prefix)
     VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [organisationId, policyId, blockId, words, personId, quote?.exact, quote?.prefix],
  );
}

/** Marks a remark as settled; `false`: there is none that is open. */
export async function settleComment(
  db: Queryable,
  organisationId: string,
  policyId: string,
  id: string,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE policy_comment SET settled_at = now()
     WHERE organisation_id = $1 AND policy_id = $2 AND id = $3 AND settled_at IS NULL`,
    [organisationId, policyId, id],
  );
  return rowCount === 1;
}
