import type { Request } from 'express';
import { type Site, siteById } from '../db/sites.sql';
import { notFound } from '../problems';
import type { Services } from '../services';
import { personOf } from './session';

/** The site that the address names, if it is the organisation's. */
export async function siteOf({ db }: Services, req: Request): Promise<Site> {
  const site = await siteById(db, personOf(req).organisationId, String(req.params.siteId));
  if (!site) throw notFound('site');
  return site;
}
