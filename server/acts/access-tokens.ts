import { randomBytes } from 'node:crypto';
import type { ServerContext } from '../context';
import { endAccessToken, insertAccessToken } from '../db/access-tokens.sql';
import { sha256 } from '../gate-code';
import { notFound } from '../problems';
import { type Actor, perform } from './act';

/** Makes a token for a pipeline. It is given back this once. */
export function makeAccessToken(
  { db }: Pick<ServerContext, 'db'>,
  actor: Actor,
  name: string,
): Promise<{ id: string; token: string }> {
  const { organisationId, personId } = actor;
  const token = randomBytes(32).toString('base64url');
  return perform(db, actor, 'make-access-token', async (tx) => {
    const id = await insertAccessToken(tx, { organisationId, personId, name, hash: sha256(token) });
    return { result: { id, token }, siteId: null, facts: { id, name } };
  });
}

/** Ends a token at once. */
export function withdrawAccessToken({ db }: Pick<ServerContext, 'db'>, actor: Actor, id: string): Promise<void> {
  return perform(db, actor, 'end-access-token', async (tx) => {
    const name = await endAccessToken(tx, actor.organisationId, id);
    if (name === null) throw notFound('token');
    return { result: undefined, siteId: null, facts: { id, name } };
  });
}
