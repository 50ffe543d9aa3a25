import argon2 from 'argon2';
import { type Db, inTransaction } from './db/db';
import { insertOrganisation, insertPerson } from './db/people.sql';

interface NewPerson {
  name: string;
  email: string;
  password: string;
}

/** Adds a person to an organisation that is there. */
export async function addPerson(db: Db, organisationId: string, person: NewPerson): Promise<string> {
  const { name, email } = person;
  return insertPerson(db, organisationId, { name, email, passwordHash: await hashOf(person) });
}

const hashOf = ({ password }: NewPerson) => argon2.hash(password, { type: argon2.argon2id });

/** Adds an organisation and its first person. Passwords are kept as argon2id hashes. */
export async function addOrganisation(
  db: Db,
  organisation: string,
  person: NewPerson,
): Promise<{ organisationId: string; personId: string }> {
  const passwordHash = await hashOf(person);
  return inTransaction(db, async (tx) => {
    const organisationId = await insertOrganisation(tx, organisation);
    const personId = await insertPerson(tx, organisationId, { email: person.email, name: person.name, passwordHash });
    return { organisationId, personId };
  });
}
