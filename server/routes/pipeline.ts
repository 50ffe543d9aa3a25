import type { KeptCheck, PipelineRecords, PipelineSite } from '@douane/api';
import { checkReportSchema } from '@douane/core/check';
import express, { type Request, Router } from 'express';
import { z } from 'zod';
import { keepPipelineCheck } from '../acts/pipeline-checks';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { recordsById } from '../db/records.sql';
import { releaseInForce } from '../db/releases.sql';
import type { Site } from '../db/sites.sql';
import { noSuchPath, Problem } from '../problems';
import { bodyOf } from './body';
import { byToken, holderOf, namedSite } from './by-token';

const idsSchema = z.strictObject({ ids: z.array(z.uuid()).max(100) });
const handedIn = z.strictObject({ number: z.number().int().min(1), report: checkReportSchema });

/**
 * What a pipeline may do with a token: read what is in force at a site, look up by their ids the records that its own visits
 * made, and hand in a check. No session, so nothing that another site could misuse.
 */
export function pipelineRoutes(context: ServerContext): Router {
  const { db } = context;
  const router = Router();
  router.use(byToken(context));
  // A check of many visits is long; it comes packed.
  router.use(express.json({ limit: '64mb' }));

  const siteOf = (req: Request): Promise<Site> => {
    const { key, address } = req.query;
    if (typeof key === 'string') return namedSite(context, req, `by the key "${key}"`, (one) => one.key === key);
    const origin = typeof address === 'string' && URL.canParse(address) ? new URL(address).origin : null;
    return namedSite(context, req, `at ${origin}`, ({ setup: { site } }) =>
      [...site.addresses, ...site.staging].some((one) => new URL(one).origin === origin),
    );
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
