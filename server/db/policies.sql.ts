import {
  type Answers,
  type ComparedCopy,
  type PolicyContent,
  type PolicyDraft,
  type PolicyKindId,
  policyDraftSchema,
  type Review,
  readContent,
} from '@douane/core/policy';
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

/** A version without what it says. */
export interface PolicyVersion {
  policyId: string;
  number: number;
  hash: string;
  note: string;
  major: boolean;
  madeBy: string;
  madeAt: Date;
  /** ISO date by which its reviewers are asked for their word. */
  dueOn: string | null;
  liveFrom: Date | null;
  reviews: (Review & { personId: string; words: string; at: string | null })[];
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

/** Hands a version in; gives back its number. The caller holds the policy's site. */
export async function insertPolicyVersion(
  db: Queryable,
  organisationId: string,
  policyId: string,
  version: Pick<PolicyVersion, 'hash' | 'note' | 'major' | 'dueOn'> & { content: PolicyContent; personId: string },
): Promise<{ id: string; number: number }> {
  const { content, hash, note, major, dueOn, personId } = version;
  const { rows } = await db.query<{ id: string; number: number }>(
    `INSERT INTO policy_version (organisation_id, policy_id, number, content, hash, note, major, made_by, due_on)
     SELECT $1, $2, (SELECT coalesce(max(number), 0) + 1 FROM policy_version WHERE policy_id = $2), $3, $4, $5, $6, $7, $8
     RETURNING id, number`,
    [organisationId, policyId, asJson(content), hash, note, major, personId, dueOn],
  );
  return rows[0]!;
}

/**
 * Asks people of the organisation for their word on a version, in place of all who were asked and have not given it.
 * Gives back how many are asked.
 */
export async function askReviewers(
  db: Queryable,
  organisationId: string,
  versionId: string,
  personIds: readonly string[],
): Promise<number> {
  await db.query(
    `DELETE FROM policy_review WHERE organisation_id = $1 AND version_id = $2 AND decision IS NULL
     AND NOT (person_id = ANY($3::uuid[]))`,
    [organisationId, versionId, [...personIds]],
  );
  const { rowCount } = await db.query(
    `INSERT INTO policy_review (organisation_id, version_id, person_id)
     SELECT $1, $2, p.id FROM person p WHERE p.organisation_id = $1 AND p.left_at IS NULL AND p.id = ANY($3::uuid[])
     ON CONFLICT DO NOTHING`,
    [organisationId, versionId, [...personIds]],
  );
  return rowCount ?? 0;
}

/** Keeps a reviewer's word; `false`: he was not asked, or has given it. */
export async function saveReview(
  db: Queryable,
  organisationId: string,
  versionId: string,
  { personId, decision, words }: { personId: string; decision: 'approved' | 'sent-back'; words: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE policy_review SET decision = $4, words = $5, at = now()
     WHERE organisation_id = $1 AND version_id = $2 AND person_id = $3 AND decision IS NULL`,
    [organisationId, versionId, personId, decision, words],
  );
  return rowCount === 1;
}

/** Versions of all policies of a site, or of one of them, the newest first. */
export async function listPolicyVersions(
  db: Queryable,
  organisationId: string,
  of: { siteId: string } | { policyId: string },
): Promise<(PolicyVersion & { id: string })[]> {
  const [column, value] = 'siteId' in of ? ['p.site_id', of.siteId] : ['v.policy_id', of.policyId];
  const { rows } = await db.query<PolicyVersion & { id: string }>(
    `SELECT v.id, v.policy_id AS "policyId", v.number, v.hash, v.note, v.major, o.name AS "madeBy", v.made_at AS "madeAt",
       to_char(v.due_on, 'YYYY-MM-DD') AS "dueOn", v.live_from AS "liveFrom",
       coalesce((SELECT jsonb_agg(jsonb_build_object('personId', r.person_id, 'person', q.name, 'decision', r.decision,
           'words', r.words, 'at', r.at, 'left', q.left_at IS NOT NULL) ORDER BY q.name)
         FROM policy_review r JOIN person q ON q.id = r.person_id WHERE r.version_id = v.id), '[]') AS reviews
     FROM policy_version v JOIN policy p ON p.id = v.policy_id JOIN person o ON o.id = v.made_by
     WHERE v.organisation_id = $1 AND ${column} = $2 AND p.removed_at IS NULL ORDER BY v.number DESC`,
    [organisationId, value],
  );
  return rows;
}

/** What a version says; `null`: there is none of that number. */
export async function policyContent(
  db: Queryable,
  organisationId: string,
  policyId: string,
  number: number,
): Promise<PolicyContent | null> {
  const { rows } = await db.query<{ content: PolicyContent }>(
    'SELECT content FROM policy_version WHERE organisation_id = $1 AND policy_id = $2 AND number = $3',
    [organisationId, policyId, number],
  );
  return rows[0] ? readContent(rows[0].content) : null;
}

/** Has a version be live from a moment on (`null`: now); `false`: it is live, or was. */
export async function setLive(
  db: Queryable,
  organisationId: string,
  versionId: string,
  { from, personId }: { from: Date | null; personId: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE policy_version SET live_from = coalesce($3, clock_timestamp()), live_by = $4
     WHERE organisation_id = $1 AND id = $2 AND (live_from IS NULL OR live_from > clock_timestamp())`,
    [organisationId, versionId, from, personId],
  );
  return rowCount === 1;
}

/** Calls off that a version becomes live; `false`: it is, or nobody said so. */
export async function callOffLive(db: Queryable, organisationId: string, versionId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE policy_version SET live_from = NULL, live_by = NULL
     WHERE organisation_id = $1 AND id = $2 AND live_from > clock_timestamp()`,
    [organisationId, versionId],
  );
  return rowCount === 1;
}

/** Number of the last major version up to `v`, or of the first one. */
const SINCE = `coalesce((SELECT max(m.number) FROM policy_version m WHERE m.policy_id = p.id AND m.major
  AND m.live_from <= v.live_from AND m.number <= v.number), 1) AS since`;
const LIVE = `p.name, p.kind, p.agree, p.places, p.history, v.number, ${SINCE}, v.hash, v.live_from AS "liveFrom", v.content`;

/** What visitors can read of a site's policies: the versions that are live, and with `history` those before them. */
export interface LivePolicy {
  name: string;
  kind: PolicyKindId;
  agree: Agree;
  places: string[];
  history: boolean;
  number: number;
  /** The version that was the last major change, up to this one: agreeing to any from it on still counts. */
  since: number;
  hash: string;
  liveFrom: Date;
  content: PolicyContent;
}

/** The versions that are live at a site now, in the order of its policies. */
export async function livePolicies(db: Queryable, organisationId: string, siteId: string): Promise<LivePolicy[]> {
  const { rows } = await db.query<LivePolicy>(
    `SELECT ${LIVE}
     FROM policy p JOIN LATERAL (
       SELECT * FROM policy_version w WHERE w.policy_id = p.id AND w.live_from <= clock_timestamp()
       ORDER BY w.live_from DESC, w.number DESC LIMIT 1) v ON true
     WHERE p.organisation_id = $1 AND p.site_id = $2 AND p.removed_at IS NULL ORDER BY p.position, p.name`,
    [organisationId, siteId],
  );
  return rows;
}

/** A version that was live once, of a policy whose history everybody may read. */
export async function pastPolicy(
  db: Queryable,
  organisationId: string,
  siteId: string,
  name: string,
  number: number,
): Promise<LivePolicy | null> {
  const { rows } = await db.query<LivePolicy>(
    `SELECT ${LIVE}
     FROM policy p JOIN policy_version v ON v.policy_id = p.id
     WHERE p.organisation_id = $1 AND p.site_id = $2 AND p.name = $3 AND v.number = $4 AND p.history
       AND p.removed_at IS NULL AND v.live_from <= clock_timestamp()`,
    [organisationId, siteId, name, number],
  );
  return rows[0] ?? null;
}

/** A remark at a place of a draft. */
export interface PolicyComment {
  id: string;
  blockId: string;
  words: string;
  person: string;
  at: Date;
  settled: boolean;
}

/** Remarks on a policy, those that are settled last. */
export async function listComments(db: Queryable, organisationId: string, policyId: string): Promise<PolicyComment[]> {
  const { rows } = await db.query<PolicyComment>(
    `SELECT c.id, c.block_id AS "blockId", c.words, o.name AS person, c.at, c.settled_at IS NOT NULL AS settled
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
  { blockId, words, personId }: { blockId: string; words: string; personId: string },
): Promise<void> {
  await db.query(
    'INSERT INTO policy_comment (organisation_id, policy_id, block_id, words, person_id) VALUES ($1, $2, $3, $4, $5)',
    [organisationId, policyId, blockId, words, personId],
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

/** What each version of a policy that was live says, the newest first. */
export async function liveContents(
  db: Queryable,
  organisationId: string,
  policyId: string,
): Promise<{ number: number; liveFrom: Date; content: PolicyContent }[]> {
  const { rows } = await db.query(
    `SELECT number, live_from AS "liveFrom", content FROM policy_version
     WHERE organisation_id = $1 AND policy_id = $2 AND live_from <= clock_timestamp()
     ORDER BY live_from DESC, number DESC LIMIT 20`,
    [organisationId, policyId],
  );
  return rows;
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
