import { parseWith } from '@douane/core/setup';
import type { Request } from 'express';
import type { z } from 'zod';
import type { Services } from '../app';
import { type Site, siteById } from '../db/sites.sql';
import { notFound, Problem } from '../problems';
import { personOf } from './session';

/** The request's body, checked; a problem that names each wrong field otherwise. */
export function bodyOf<T>(schema: z.ZodType<T>, req: Request): T {
  const parsed = parseWith(schema, req.body);
  if (!parsed.ok) throw new Problem(422, 'Some fields are not right', undefined, parsed.problems);
  return parsed.value;
}

/** The site that the address names, if it is the organisation's. */
export async function siteOf({ db }: Services, req: Request): Promise<Site> {
  const site = await siteById(db, personOf(req).organisationId, String(req.params.siteId));
  if (!site) throw notFound('site');
  return site;
}
