import type { Request } from 'express';
import type { Actor } from '../acts/act';
import type { ServerContext } from '../context';
import { type Site, siteById } from '../db/sites.sql';
import { notFound } from '../problems';
import { personOf } from './session';

/** The site that the address names, if it is the organisation's. */
export async function siteOf({ db }: Pick<ServerContext, 'db'>, req: Request): Promise<Site> {
  const site = await siteById(db, personOf(req).organisationId, String(req.params.siteId));
  if (!site) throw notFound('site');
  return site;
}

/** Who acts by a request, and through which open interface. */
export function actorOf(req: Request): Actor {
  const { organisationId, id, name } = personOf(req);
  const client = req.get('x-client')?.slice(0, 60);
  return { organisationId, personId: id, name, ...(client && { client }) };
}

/** The id of the site in the address; of the right form, and the act finds out whose it is. */
export const siteIdOf = (req: Request): string => String(req.params.siteId);
