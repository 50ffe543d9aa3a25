import { type PolicyContent, type PolicyKindId, type Review, readContent } from '@douane/core/policy';
import { asJson } from './clean';
import type { Queryable } from './db';
import type { Agree } from './policies.sql';

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
  reviews: (Review & { personId: string; words: string; at: string | null; untold: string | null })[];
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

/** Somebody who is asked for his word on a version, as he is told of it. */
export interface ReviewerToTell {
  organisationId: string;
  versionId: string;
  personId: string;
  email: string;
  policyId: string;
  siteId: string;
  site: string;
  title: string;
  number: number;
  note: string;
  askedBy: string;
  /** ISO date. */
  dueOn: string | null;
}

/**
 * Those who were not told yet that their word is asked for, on the day before it is due were told longer ago, or whose
 * letter did not go out ten minutes ago. They count as told from now on, so that of several workers one writes.
 */
export async function takeReviewersToTell(db: Queryable): Promise<ReviewerToTell[]> {
  const { rows } = await db.query<ReviewerToTell>(
    `UPDATE policy_review r SET told_at = now(), untold = NULL
     FROM policy_version v JOIN policy p ON p.id = v.policy_id JOIN person o ON o.id = v.made_by
       JOIN site s ON s.id = p.site_id, person q
     WHERE v.id = r.version_id AND q.id = r.person_id AND q.left_at IS NULL AND p.removed_at IS NULL AND r.decision IS NULL
       AND v.live_from IS NULL AND (r.told_at IS NULL OR (now() >= v.due_on - 1 AND r.told_at < v.due_on - 1)
         OR (r.untold IS NOT NULL AND r.told_at < now() - interval '10 minutes'))
     RETURNING r.organisation_id AS "organisationId", v.id AS "versionId", q.id AS "personId", q.email,
       p.id AS "policyId", s.id AS "siteId", s.setup->'site'->>'name' AS site,
       v.content->'languages'->(v.content->>'source')->>'title' AS title, v.number, v.note, o.name AS "askedBy",
       to_char(v.due_on, 'YYYY-MM-DD') AS "dueOn"`,
  );
  return rows;
}

/** Keeps why a reviewer's letter did not go out. */
export async function noteUntold(
  db: Queryable,
  { organisationId, versionId, personId }: Pick<ReviewerToTell, 'organisationId' | 'versionId' | 'personId'>,
  why: string,
): Promise<void> {
  await db.query(
    'UPDATE policy_review SET untold = $4 WHERE organisation_id = $1 AND version_id = $2 AND person_id = $3',
    [organisationId, versionId, personId, why],
  );
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
           'words', r.words, 'at', r.at, 'untold', r.untold, 'left', q.left_at IS NOT NULL) ORDER BY q.name)
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

const HISTORY = `CASE WHEN p.history THEN (SELECT jsonb_agg(jsonb_build_object('number', e.number,
    'from', to_char(e.live_from AT TIME ZONE 'UTC', 'YYYY-MM-DD')) ORDER BY e.live_from DESC, e.number DESC)
  FROM policy_version e WHERE e.policy_id = p.id AND e.live_from <= clock_timestamp()) ELSE '[]' END AS history`;

const LIVE = `p.name, p.kind, p.agree, p.places, ${HISTORY}, v.number, ${SINCE}, v.hash, v.live_from AS "liveFrom", v.content`;

/** What visitors can read of a site's policies: the versions that are live, and with `history` those before them. */
export interface LivePolicy {
  name: string;
  kind: PolicyKindId;
  agree: Agree;
  places: string[];
  /** Versions that everybody may read, from which day (ISO date) each is in force, the newest first; empty: not even one. */
  history: { number: number; from: string }[];
  number: number;
  /** The version that was the last major change, up to this one: agreeing to any from it on still counts. */
  since: number;
  hash: string;
  liveFrom: Date;
  content: PolicyContent;
}

/** The versions that are live at a site now, or were at a moment, in the order of its policies. */
export async function livePolicies(
  db: Queryable,
  organisationId: string,
  siteId: string,
  at: Date | null = null,
): Promise<LivePolicy[]> {
  const { rows } = await db.query<LivePolicy>(
    `SELECT ${LIVE}
     FROM policy p JOIN LATERAL (
       SELECT * FROM policy_version w WHERE w.policy_id = p.id AND w.live_from <= coalesce($3::timestamptz, clock_timestamp())
       ORDER BY w.live_from DESC, w.number DESC LIMIT 1) v ON true
     WHERE p.organisation_id = $1 AND p.site_id = $2 AND p.removed_at IS NULL ORDER BY p.position, p.name`,
    [organisationId, siteId, at],
  );
  return rows;
}

/** Policies that visitors are asked beside and that are live in a version which changed something that matters. */
const ASKED_BESIDE: readonly PolicyKindId[] = ['cookies', 'privacy'];

/** By name the number of each one's last major change, of those that had one since they were first live; absent: none. */
export async function majorPolicies(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<Record<string, number> | undefined> {
  const { rows } = await db.query<{ name: string; major: number }>(
    `SELECT p.name, max(v.number) AS major FROM policy p JOIN policy_version v ON v.policy_id = p.id
     WHERE p.organisation_id = $1 AND p.site_id = $2 AND p.removed_at IS NULL AND p.kind = ANY($3)
       AND v.major AND v.live_from <= clock_timestamp() AND v.content->>'audience' = 'visitors'
       AND EXISTS (SELECT FROM policy_version w WHERE w.policy_id = p.id AND w.live_from < v.live_from)
     GROUP BY p.name ORDER BY p.name`,
    [organisationId, siteId, ASKED_BESIDE],
  );
  return rows.length > 0 ? Object.fromEntries(rows.map(({ name, major }) => [name, major])) : undefined;
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
