import type { AgreementBody, AgreementRecord, Answered } from '@douane/core/agreements';
import { FIRST_PREVIOUS_HASH, hashRecord } from '@douane/core/consent';
import { asJson } from './clean';
import type { Queryable } from './db';

/** Whose agreements they are. */
export interface AgreementsOf {
  organisationId: string;
  siteId: string;
}

interface Row {
  body: AgreementBody;
  previousHash: string;
  hash: string;
}
const SELECT = `SELECT body, previous_hash AS "previousHash", hash FROM agreement_record`;
const toRecord = ({ body, previousHash, hash }: Row): AgreementRecord => ({ ...body, previousHash, hash });

/** How a site asks accounts: how often it reminds who has not answered, and whether our screen asks for an age. */
export interface AgreementSettings {
  reminders: { days: number; most: number };
  asksAge: boolean;
}

/** The site's key for references of persons, and how it asks. */
export async function agreementSettings(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
): Promise<AgreementSettings & { key: Buffer }> {
  const { rows } = await db.query(
    `SELECT agreement_key AS key, agreement_reminders AS reminders, agreement_asks_age AS "asksAge"
     FROM site WHERE organisation_id = $1 AND id = $2`,
    [organisationId, siteId],
  );
  return rows[0];
}

/** Reminders go every so many days, and at most so often. */
export async function saveAgreementSettings(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  { reminders, asksAge }: AgreementSettings,
): Promise<void> {
  await db.query(
    'UPDATE site SET agreement_reminders = $3, agreement_asks_age = $4 WHERE organisation_id = $1 AND id = $2',
    [organisationId, siteId, asJson(reminders), asksAge],
  );
}

/** Appends answers to a site's ledger; the caller holds the site. One whose id is there already is given back as it stands. */
export async function appendAgreements(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  answers: readonly Omit<AgreementBody, 'number'>[],
): Promise<AgreementRecord[]> {
  const { rows: there } = await db.query<Row>(
    `${SELECT} WHERE organisation_id = $1 AND site_id = $2 AND id = ANY($3::uuid[])`,
    [organisationId, siteId, answers.map(({ id }) => id)],
  );
  const known = new Map(there.map((row) => [row.body.id, toRecord(row)]));
  const { rows: last } = await db.query<{ number: string; hash: string }>(
    'SELECT number, hash FROM agreement_record WHERE organisation_id = $1 AND site_id = $2 ORDER BY number DESC LIMIT 1',
    [organisationId, siteId],
  );
  let number = Number(last[0]?.number ?? 0);
  let previousHash = last[0]?.hash ?? FIRST_PREVIOUS_HASH;
  const written: AgreementRecord[] = [];
  for (const answer of answers) {
    const same = known.get(answer.id);
    if (same) {
      written.push(same);
      continue;
    }
    const body: AgreementBody = { ...answer, number: ++number };
    const hash = hashRecord(body, previousHash);
    await db.query(
      `INSERT INTO agreement_record (id, organisation_id, site_id, number, person, policy, version, decision, at, body,
         previous_hash, hash) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)`,
      [
        ...[body.id, organisationId, siteId, number, body.person, body.policy, body.version, body.decision, body.at],
        ...[asJson(body), previousHash, hash],
      ],
    );
    const record = { ...body, previousHash, hash };
    known.set(body.id, record);
    written.push(record);
    previousHash = hash;
  }
  return written;
}

/** All answers of a person, the first one first. */
export async function agreementsOf(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  person: string,
): Promise<AgreementRecord[]> {
  const { rows } = await db.query<Row>(
    `${SELECT} WHERE organisation_id = $1 AND site_id = $2 AND person = $3 ORDER BY number`,
    [organisationId, siteId, person],
  );
  return rows.map(toRecord);
}

/** The next so many answers of a site's ledger after a number, in their order. */
export async function agreementLedger(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  { after, most }: { after: number; most: number },
): Promise<AgreementRecord[]> {
  const { rows } = await db.query<Row>(
    `${SELECT} WHERE organisation_id = $1 AND site_id = $2 AND number > $3 ORDER BY number LIMIT $4`,
    [organisationId, siteId, after, most],
  );
  return rows.map(toRecord);
}

/** Persons of whom the same was told and who answered the same, whether here or there and to whichever version that counts. */
export interface AgreeingAlike extends Pick<AgreementPerson, 'audience' | 'country' | 'byGuardian'> {
  /** Of each policy the last answer, and the last one of a guardian. */
  answers: Answered[];
  count: number;
}

/**
 * All persons of a site with what they answered last to versions that still count (`since`, by policy), those who are alike
 * as one: a handful, however many persons there are. With `at`, whoever was asked by then, with what was answered by then.
 */
export async function agreeingAlike(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  since: ReadonlyMap<string, number>,
  at: Date | null = null,
): Promise<AgreeingAlike[]> {
  const { rows } = await db.query<AgreeingAlike>(
    `WITH last AS (
       SELECT DISTINCT ON (r.person, r.policy, r.body->>'way' = 'guardian') r.person, r.policy, r.decision,
         live.since AS version, CASE r.body->>'way' WHEN 'guardian' THEN 'guardian' ELSE 'screen' END AS way
       FROM agreement_record r JOIN unnest($3::text[], $4::int[]) AS live (policy, since)
         ON live.policy = r.policy AND r.version >= live.since
       WHERE r.organisation_id = $1 AND r.site_id = $2 AND r.at <= coalesce($5::timestamptz, 'infinity')
       ORDER BY r.person, r.policy, r.body->>'way' = 'guardian', r.number DESC
     ), answered AS (
       SELECT person, jsonb_agg(jsonb_build_object('number', 0, 'policy', policy, 'version', version, 'decision', decision,
         'way', way) ORDER BY policy, way) AS answers
       FROM last GROUP BY person
     )
     SELECT p.audience, p.country, p.by_guardian AS "byGuardian", coalesce(a.answers, '[]') AS answers, count(*)::int AS count
     FROM agreement_person p LEFT JOIN answered a USING (person)
     WHERE p.organisation_id = $1 AND p.site_id = $2 AND p.first_at <= coalesce($5::timestamptz, 'infinity') GROUP BY 1, 2, 3, 4`,
    [organisationId, siteId, [...since.keys()], [...since.values()], at],
  );
  return rows;
}

/** How many answers a site's ledger holds. */
export async function countAgreements(db: Queryable, { organisationId, siteId }: AgreementsOf): Promise<number> {
  const { rows } = await db.query<{ count: number }>(
    'SELECT count(*)::int AS count FROM agreement_record WHERE organisation_id = $1 AND site_id = $2',
    [organisationId, siteId],
  );
  return rows[0]!.count;
}

/** What a site told of a person. */
export interface AgreementPerson {
  person: string;
  audience: string;
  language: string | null;
  country: string | null;
  byGuardian: boolean;
  /** Somebody said how old the person is. */
  ageTold: boolean;
  mail: string | null;
  reminded: number;
}

const PERSON =
  'person, audience, language, country, by_guardian AS "byGuardian", age_told AS "ageTold", mail, reminded';

/** Keeps whom a site asks about; what it does not tell stays as it was. */
export async function keepPerson(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  told: Pick<AgreementPerson, 'person' | 'audience'> & Partial<AgreementPerson>,
): Promise<AgreementPerson> {
  const { person, audience, language = null, country = null, byGuardian = null, mail = null } = told;
  const { rows } = await db.query<AgreementPerson>(
    `INSERT INTO agreement_person AS p
       (organisation_id, site_id, person, audience, language, country, by_guardian, mail, age_told)
     VALUES ($1, $2, $3, $4, $5, $6, coalesce($7, false), $8, $7::boolean IS NOT NULL)
     ON CONFLICT (site_id, person) DO UPDATE SET audience = $4, language = coalesce($5, p.language),
       country = coalesce($6, p.country), by_guardian = coalesce($7, p.by_guardian), mail = coalesce($8, p.mail),
       age_told = p.age_told OR $7::boolean IS NOT NULL
     RETURNING ${PERSON}`,
    [organisationId, siteId, person, audience, language, country, byGuardian, mail],
  );
  return rows[0]!;
}

/** `null`: the site never asked about one. */
export async function personOfSite(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  person: string,
): Promise<AgreementPerson | null> {
  const { rows } = await db.query<AgreementPerson>(
    `SELECT ${PERSON} FROM agreement_person
     WHERE organisation_id = $1 AND site_id = $2 AND person = $3`,
    [organisationId, siteId, person],
  );
  return rows[0] ?? null;
}

/** Persons with a mail address who may be reminded now, over all organisations: the worker asks for whoever is due. */
export async function duePersons(
  db: Queryable,
): Promise<(AgreementPerson & AgreementsOf & { key: string; agreementKey: Buffer })[]> {
  const { rows } = await db.query(
    `SELECT p.organisation_id AS "organisationId", p.site_id AS "siteId", s.key, s.agreement_key AS "agreementKey", p.person,
       p.audience, p.language, p.country, p.by_guardian AS "byGuardian", p.age_told AS "ageTold", p.mail, p.reminded
     FROM agreement_person p JOIN site s ON s.id = p.site_id
     WHERE p.mail IS NOT NULL AND p.reminded < (s.agreement_reminders->>'most')::int
       AND coalesce(p.reminded_at, p.first_at) < now() - (s.agreement_reminders->>'days')::int * interval '1 day'
     ORDER BY p.first_at LIMIT 500`,
  );
  return rows;
}

/** Notes that a person was reminded, or that there is nothing to be reminded of (`mail` goes). */
export async function noteReminded(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  person: string,
  forget: boolean,
): Promise<void> {
  await db.query(
    forget
      ? 'UPDATE agreement_person SET mail = NULL WHERE organisation_id = $1 AND site_id = $2 AND person = $3'
      : `UPDATE agreement_person SET reminded = reminded + 1, reminded_at = now()
         WHERE organisation_id = $1 AND site_id = $2 AND person = $3`,
    [organisationId, siteId, person],
  );
}

/** Keeps that a guardian was asked. */
export async function insertGuardian(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  asked: { tokenHash: string; person: string; guardian: string },
): Promise<void> {
  await db.query(
    `INSERT INTO agreement_guardian (token_hash, organisation_id, site_id, person, guardian) VALUES ($1, $2, $3, $4, $5)`,
    [asked.tokenHash, organisationId, siteId, asked.person, asked.guardian],
  );
}

/** Whom a guardian was asked about, within thirty days; `null`: the link is none, or too old. */
export async function guardianAsked(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  tokenHash: string,
): Promise<{ person: string; guardian: string; answered: boolean } | null> {
  const { rows } = await db.query(
    `SELECT person, guardian, answered_at IS NOT NULL AS answered FROM agreement_guardian
     WHERE organisation_id = $1 AND site_id = $2 AND token_hash = $3 AND asked_at > now() - interval '30 days'`,
    [organisationId, siteId, tokenHash],
  );
  return rows[0] ?? null;
}

/** Notes that a guardian answered. */
export async function noteGuardian(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  tokenHash: string,
): Promise<void> {
  await db.query(
    'UPDATE agreement_guardian SET answered_at = now() WHERE organisation_id = $1 AND site_id = $2 AND token_hash = $3',
    [organisationId, siteId, tokenHash],
  );
}

/** How many guardians were asked about a person in the last day. */
export async function countGuardiansAsked(
  db: Queryable,
  { organisationId, siteId }: AgreementsOf,
  person: string,
): Promise<number> {
  const { rows } = await db.query(
    `SELECT count(*)::int AS n FROM agreement_guardian
     WHERE organisation_id = $1 AND site_id = $2 AND person = $3 AND asked_at > now() - interval '1 day'`,
    [organisationId, siteId, person],
  );
  return rows[0].n;
}

/** When a site first asked about anybody; `null`: it never did. */
export async function firstAskedAt(db: Queryable, { organisationId, siteId }: AgreementsOf): Promise<Date | null> {
  const { rows } = await db.query<{ at: Date | null }>(
    'SELECT min(first_at) AS at FROM agreement_person WHERE organisation_id = $1 AND site_id = $2',
    [organisationId, siteId],
  );
  return rows[0]!.at;
}
