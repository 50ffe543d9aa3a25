import type { Queryable } from './db';

export interface Person {
  id: string;
  organisationId: string;
  organisation: string;
  name: string;
  email: string;
}

const PERSON = `SELECT p.id, p.organisation_id AS "organisationId", o.name AS organisation, p.name, p.email,
    p.password_hash AS "passwordHash"
  FROM person p JOIN organisation o ON o.id = p.organisation_id`;

/** The one query without an organisation: it is what tells which organisation somebody is of. */
export async function personByEmail(db: Queryable, email: string): Promise<(Person & { passwordHash: string }) | null> {
  const { rows } = await db.query(`${PERSON} WHERE p.email = lower($1)`, [email]);
  return rows[0] ?? null;
}

export async function insertOrganisation(db: Queryable, name: string): Promise<string> {
  const { rows } = await db.query('INSERT INTO organisation (name) VALUES ($1) RETURNING id', [name]);
  return rows[0].id;
}

export async function insertPerson(
  db: Queryable,
  organisationId: string,
  person: { email: string; name: string; passwordHash: string },
): Promise<string> {
  const { rows } = await db.query(
    'INSERT INTO person (organisation_id, email, name, password_hash) VALUES ($1, lower($2), $3, $4) RETURNING id',
    [organisationId, person.email, person.name, person.passwordHash],
  );
  return rows[0].id;
}

export async function countPeople(db: Queryable): Promise<number> {
  const { rows } = await db.query('SELECT count(*)::int AS n FROM person');
  return rows[0].n;
}
