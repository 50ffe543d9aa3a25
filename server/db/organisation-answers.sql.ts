import type { OrganisationFacts } from '@douane/core/regimes';
import type { Queryable } from './db';

/** What an organisation said of itself at a time. */
export interface OrganisationAnswer {
  id: string;
  facts: OrganisationFacts;
  person: string;
  at: Date;
}
const SELECT = `SELECT a.id, a.facts, p.name AS person, a.at FROM organisation_answer a JOIN person p ON p.id = a.person_id`;

/** The newest hundred answers, the newest first. */
export async function listAnswers(db: Queryable, organisationId: string): Promise<OrganisationAnswer[]> {
  const { rows } = await db.query<OrganisationAnswer>(
    `${SELECT} WHERE a.organisation_id = $1 ORDER BY a.at DESC LIMIT 100`,
    [organisationId],
  );
  return rows;
}

/** `null`: there is none of this organisation. */
export async function answerById(
  db: Queryable,
  organisationId: string,
  id: string,
): Promise<OrganisationAnswer | null> {
  const { rows } = await db.query<OrganisationAnswer>(`${SELECT} WHERE a.organisation_id = $1 AND a.id = $2`, [
    organisationId,
    id,
  ]);
  return rows[0] ?? null;
}

/** Keeps an answer beside those before it; says its id. */
export async function insertAnswer(
  db: Queryable,
  organisationId: string,
  facts: OrganisationFacts,
  personId: string,
): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    'INSERT INTO organisation_answer (organisation_id, facts, person_id) VALUES ($1, $2, $3) RETURNING id',
    [organisationId, facts, personId],
  );
  return rows[0]!.id;
}
