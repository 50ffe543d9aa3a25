import argon2 from 'argon2';
import { type Db, inTransaction } from './db/db';
import { insertOrganisation, insertPerson } from './db/people.sql';

/** Adds an organisation and its first person. Passwords are kept as argon2id hashes. */
export async function addOrganisation(
  db: Db,
  organisation: string,
  person: { name: string; email: string; password: string },
): Promise<{ organisationId: string; personId: string }> {
  const passwordHash = await argon2.hash(person.password, { type: argon2.argon2id });
  return inTransaction(db, async (tx) => {
    const organisationId = await insertOrganisation(tx, organisation);
    const personId = await insertPerson(tx, organisationId, { email: person.email, name: person.name, passwordHash });
    return { organisationId, personId };
  });
}
