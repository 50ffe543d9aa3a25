import { type Answers, type PolicyDraft, type PolicyKindId, policyDraftSchema } from '@douane/core/policy';
import { asJson } from './clean';
import type { Queryable } from './db';

/** Whether accounts are asked to agree to a policy. */
export type Agree = 'no' | 'may' | 'must';

/** A policy of a site, with the text that people work on. */
export interface Policy {
  id: string;
  siteId: string;
  kind: PolicyKindId;
  /** In its address. */
  name: string;
  draft: PolicyDraft;
  revision: number;
  changedBy: string;
  changedAt: Date;
  agree: Agree;
  /** Places and groups of places for whose people it is; none: for all. */
  places: string[];
  /** Earlier versions can be read by everybody. */
  history: boolean;
}

const POLICY = `SELECT p.id, p.site_id AS "siteId", p.kind, p.name, p.draft, p.revision, o.name AS "changedBy",
    p.changed_at AS "changedAt", p.agree, p.places, p.history
  FROM policy p JOIN person o ON o.id = p.changed_by`;

/** A draft as it is compared: JSON columns give their fields in an order of their own. */
const toPolicy = ({ draft, ...row }: Policy): Policy => ({ ...row, draft: policyDraftSchema.parse(draft) });

/** The policies of a site in the order that people gave them. */
export async function listPolicies(db: Queryable, organisationId: string, siteId: string): Promise<Policy[]> {
  const { rows } = await db.query<Policy>(
    `${POLICY} WHERE p.organisation_id = $1 AND p.site_id = $2 AND p.removed_at IS NULL ORDER BY p.position, p.name`,
    [organisationId, siteId],
  );
  return rows.map(toPolicy);
}

/** How many policies a site has. */
export async function countPolicyRows(db: Queryable, organisationId: string, siteId: string): Promise<number> {
  const { rows } = await db.query(
    'SELECT count(*)::int AS n FROM policy WHERE organisation_id = $1 AND site_id = $2 AND removed_at IS NULL',
    [organisationId, siteId],
  );
  return rows[0].n;
}

/** `null`: there is none of this organisation and site. */
export async function policyById(
  db: Queryable,
  organisationId: string,
  siteId: string,
  id: string,
): Promise<Policy | null> {
  const { rows } = await db.query<Policy>(
    `${POLICY} WHERE p.organisation_id = $1 AND p.site_id = $2 AND p.id = $3 AND p.removed_at IS NULL`,
    [organisationId, siteId, id],
  );
  return rows[0] ? toPolicy(rows[0]) : null;
}

/** Adds a policy behind the others; `null`: there is one of this name. */
export async function insertPolicy(
  db: Queryable,
  organisationId: string,
  siteId: string,
  policy: Pick<Policy, 'kind' | 'name' | 'draft'> & { personId: string },
): Promise<string | null> {
  const { kind, name, draft, personId } = policy;
  const { rows } = await db.query<{ id: string }>(
    `INSERT INTO policy (organisation_id, site_id, kind, name, draft, changed_by, position)
     SELECT $1, $2, $3, $4, $5, $6, (SELECT coalesce(max(position), 0) + 1 FROM policy WHERE site_id = $2)
     ON CONFLICT (site_id, name) WHERE removed_at IS NULL DO NOTHING RETURNING id`,
    [organisationId, siteId, kind, name, asJson(draft), personId],
  );
  return rows[0]?.id ?? null;
}

/** Keeps a draft on top of a revision; `null`: it is not at that one, or there is no such policy. */
export async function savePolicyDraft(
  db: Queryable,
  organisationId: string,
  id: string,
  { revision, draft, personId }: { revision: number; draft: PolicyDraft; personId: string },
): Promise<number | null> {
  const { rows } = await db.query<{ revision: number }>(
    `UPDATE policy SET draft = $4, revision = revision + 1, changed_by = $5, changed_at = now()
     WHERE organisation_id = $1 AND id = $2 AND revision = $3 AND removed_at IS NULL RETURNING revision`,
    [organisationId, id, revision, asJson(draft), personId],
  );
  return rows[0]?.revision ?? null;
}

/** `false`: another policy of the site has the name. */
export async function savePolicySettings(
  db: Queryable,
  organisationId: string,
  siteId: string,
  id: string,
  { name, agree, places, history }: Pick<Policy, 'name' | 'agree' | 'places' | 'history'>,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE policy SET name = $4, agree = $5, history = $6, places = $7
     WHERE organisation_id = $1 AND site_id = $2 AND id = $3 AND NOT EXISTS (
       SELECT 1 FROM policy q WHERE q.site_id = $2 AND q.name = $4 AND q.id <> $3 AND q.removed_at IS NULL)`,
    [organisationId, siteId, id, name, agree, history, asJson(places)],
  );
  return rowCount === 1;
}

/** Puts the policies of a site in an order; those that are not named come last. */
export async function orderPolicies(
  db: Queryable,
  organisationId: string,
  siteId: string,
  ids: readonly string[],
): Promise<void> {
  await db.query(
    `UPDATE policy SET position = coalesce(array_position($3::uuid[], id), 1000000 + position)
     WHERE organisation_id = $1 AND site_id = $2`,
    [organisationId, siteId, [...ids]],
  );
}

/** Takes a policy away, for visitors too; its versions are kept. */
export async function removePolicy(
  db: Queryable,
  organisationId: string,
  siteId: string,
  id: string,
): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE policy SET removed_at = now() WHERE organisation_id = $1 AND site_id = $2 AND id = $3 AND removed_at IS NULL',
    [organisationId, siteId, id],
  );
  return rowCount === 1;
}

/** What was answered last for a site's policies; `null`: nothing yet. */
export async function newestAnswers(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<{ revision: number; answers: Answers; person: string; at: Date } | null> {
  const { rows } = await db.query(
    `SELECT a.revision, a.body AS answers, o.name AS person, a.at FROM policy_answers a JOIN person o ON o.id = a.person_id
     WHERE a.organisation_id = $1 AND a.site_id = $2 ORDER BY a.revision DESC LIMIT 1`,
    [organisationId, siteId],
  );
  return rows[0] ?? null;
}

/** Keeps answers on top of a revision (0: none yet); `false`: somebody answered meanwhile. */
export async function insertAnswers(
  db: Queryable,
  organisationId: string,
  siteId: string,
  { before, answers, personId }: { before: number; answers: Answers; personId: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO policy_answers (organisation_id, site_id, revision, body, person_id)
     SELECT $1, $2, $3 + 1, $4, $5
     WHERE (SELECT coalesce(max(revision), 0) FROM policy_answers WHERE site_id = $2) = $3 ON CONFLICT DO NOTHING`,
    [organisationId, siteId, before, asJson(answers), personId],
  );
  return rowCount === 1;
}

/** Those of an organisation who can be asked for a review. */
export async function listColleagues(db: Queryable, organisationId: string): Promise<{ id: string; name: string }[]> {
  const { rows } = await db.query(
    'SELECT id, name FROM person WHERE organisation_id = $1 AND left_at IS NULL ORDER BY name',
    [organisationId],
  );
  return rows;
}

/** Who changed a block of a policy, and when last; `after`: the number of the version that was handed in before that, 0: none. */
export interface PolicyChange {
  blockId: string;
  person: string;
  at: Date;
  after: number;
}

/** Who changed what of a policy, between each two versions, the newest first. */
export async function listPolicyChanges(
  db: Queryable,
  organisationId: string,
  policyId: string,
): Promise<PolicyChange[]> {
  const { rows } = await db.query<PolicyChange>(
    `SELECT block AS "blockId", o.name AS person, max(a.at) AS at, coalesce(v.number, 0) AS after
     FROM audit a
     JOIN person o ON o.id = a.person_id
     CROSS JOIN LATERAL jsonb_array_elements_text(a.facts->'blocks') AS block
     CROSS JOIN LATERAL (
       SELECT max(number) AS number FROM policy_version WHERE policy_id = $2::uuid AND made_at <= a.at
     ) v
     WHERE a.organisation_id = $1 AND a.act = 'save-policy' AND a.facts->>'id' = $2::text
     GROUP BY block, o.id, o.name, v.number ORDER BY at DESC LIMIT 5000`,
    [organisationId, policyId],
  );
  return rows;
}
