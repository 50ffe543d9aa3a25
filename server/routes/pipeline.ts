import type { KeptCheck, PipelineRecords, PipelineSite } from '@douane/api';
import { checkReportSchema } from '@douane/core/check';
import express, { type Request, Router } from 'express';
import { z } from 'zod';
import type { Actor } from '../acts/act';
import { keepPipelineCheck } from '../acts/pipeline-checks';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { holderOfToken } from '../db/access-tokens.sql';
import { recordsById } from '../db/records.sql';
import { releaseInForce } from '../db/releases.sql';
import { listSites, type Site } from '../db/sites.sql';
import { sha256 } from '../gate-code';
import { noSuchPath, notFound, Problem } from '../problems';
import { bodyOf } from './body';

const idsSchema = z.strictObject({ ids: z.array(z.uuid()).max(100) });
const handedIn = z.strictObject({ number: z.number().int().min(1), report: checkReportSchema });

/**
 * What a pipeline may do with a token: read what is in force at a site, look up by their ids the records that its own visits
 * made, and hand in a check. No session, so nothing that another site could misuse.
 */
export function pipelineRoutes(context: ServerContext): Router {
  const { db } = context;
  const router = Router();
  router.use((_req, res, next) => {
    res.set('cache-control', 'no-store');
    next();
  });
  router.use(async (req, _res, next) => {
    const [, token] = /^Bearer (\S{20,200})$/.exec(req.get('authorization') ?? '') ?? [];
    const holder = token && (await holderOfToken(db, sha256(token)));
    if (!holder)
      throw new Problem(401, 'The token is not good, or not any more', 'Make one at Check, From a pipeline.');
    holders.set(req, holder);
    next();
  });
  // A check of many visits is long; it comes packed.
  router.use(express.json({ limit: '64mb' }));

  /** The site of an address or a key; a problem that names those that there are otherwise. */
  const siteOf = async (req: Request): Promise<Site> => {
    const { organisationId } = holderOf(req);
    const sites = await listSites(db, organisationId);
    const { key, address } = req.query;
    const origin = typeof address === 'string' && URL.canParse(address) ? new URL(address).origin : null;
    const isAt = ({ setup: { site } }: Site) =>
      [...site.addresses, ...site.staging].some((one) => new URL(one).origin === origin);
    const found = typeof key === 'string' ? sites.filter((one) => one.key === key) : sites.filter(isAt);
    if (found.length === 1) return found[0]!;
    const known = sites.map((one) => one.key).join(', ');
    const what = typeof key === 'string' ? `by the key "${key}"` : `at ${origin}`;
    throw new Problem(404, `There is no site ${what}`, `Name one by its key: ${known || 'there is none yet'}.`);
  };

  router.get('/site', async (req, res) => {
    const site = await siteOf(req);
    const release = await releaseInForce(db, site.organisationId, site.id);
    if (!release) throw new Problem(409, 'Nothing is published at this site yet, so there is nothing to check against');
    answer<PipelineSite>(res, { id: site.id, name: site.setup.site.name, release });
  });

  router.post('/sites/:siteId/records', async (req, res) => {
    const { ids } = bodyOf(idsSchema, req);
    const records = await recordsById(db, holderOf(req).organisationId, req.params.siteId, ids);
    answer<PipelineRecords>(res, { records });
  });

  router.post('/sites/:siteId/checks', async (req, res) => {
    const run = await keepPipelineCheck(context, holderOf(req), req.params.siteId, bodyOf(handedIn, req));
    answer<KeptCheck>(res, { id: run.id }, 201);
  });
  router.use(noSuchPath);
  return router;
}

const holders = new WeakMap<Request, Actor>();
function holderOf(req: Request): Actor {
  const holder = holders.get(req);
  if (!holder) throw notFound('token');
  return holder;
}
