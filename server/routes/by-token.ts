import type { Request, RequestHandler } from 'express';
import type { Actor } from '../acts/act';
import type { ServerContext } from '../context';
import { holderOfToken } from '../db/access-tokens.sql';
import { listSites, type Site } from '../db/sites.sql';
import { sha256 } from '../gate-code';
import { notFound, Problem } from '../problems';

const holders = new WeakMap<Request, Actor>();

/** Lets through whoever shows a good token: no session, so nothing that another site could misuse. Nothing is kept of it. */
export const byToken =
  ({ db }: Pick<ServerContext, 'db'>): RequestHandler =>
  async (req, res, next) => {
    res.set('cache-control', 'no-store');
    const [, token] = /^Bearer (\S{20,200})$/.exec(req.get('authorization') ?? '') ?? [];
    const holder = token && (await holderOfToken(db, sha256(token)));
    if (!holder)
      throw new Problem(401, 'The token is not good, or not any more', 'Make one at Check, From a pipeline.');
    holders.set(req, holder);
    next();
  };

/** Who shows the token. */
export function holderOf(req: Request): Actor {
  const holder = holders.get(req);
  if (!holder) throw notFound('token');
  return holder;
}

/** The one of an organisation's sites that `which` says; a problem that names those that there are otherwise. */
export async function namedSite(
  { db }: Pick<ServerContext, 'db'>,
  req: Request,
  what: string,
  which: (site: Site) => boolean,
): Promise<Site> {
  const sites = await listSites(db, holderOf(req).organisationId);
  const found = sites.filter(which);
  if (found.length === 1) return found[0]!;
  const known = sites.map((one) => one.key).join(', ');
  throw new Problem(404, `There is no site ${what}`, `Name one by its key: ${known || 'there is none yet'}.`);
}
