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

/** One who is still there; with the next the only queries without an organisation, since they tell which one it is. */
export async function personById(db: Queryable, id: string): Promise<Person | null> {
  const { rows } = await db.query(`${PERSON} WHERE p.id = $1 AND p.left_at IS NULL`, [id]);
  if (!rows[0]) return null;
  const { passwordHash: _, ...person } = rows[0];
  return person;
}

/** One who is still there, by what he signs in with. */
export async function personByEmail(db: Queryable, email: string): Promise<(Person & { passwordHash: string }) | null> {
  const { rows } = await db.query(`${PERSON} WHERE p.email = lower($1) AND p.left_at IS NULL`, [email]);
  return rows[0] ?? null;
}

/** Adds an organisation; says its id. */
export async function insertOrganisation(db: Queryable, name: string): Promise<string> {
  const { rows } = await db.query('INSERT INTO organisation (name) VALUES ($1) RETURNING id', [name]);
  return rows[0].id;
}

/** Adds a person; says the id. Addresses are kept in small letters and are unique. */
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

/** Whoever leaves is signed out everywhere at once. `false`: nobody of this address is there. */
export async function markLeft(db: Queryable, email: string): Promise<boolean> {
  const { rowCount } = await db.query('UPDATE person SET left_at = now() WHERE email = lower($1) AND left_at IS NULL', [
    email,
  ]);
  return rowCount === 1;
}

/** How many people there are in all organisations, those who left among them. */
export async function countPeople(db: Queryable): Promise<number> {
  const { rows } = await db.query('SELECT count(*)::int AS n FROM person');
  return rows[0].n;
}
