import type { Board, SiteSummary, TakenOnSite } from '@douane/api';
import { nextStep, stagesOf } from '@douane/core/board';
import { Router } from 'express';
import { z } from 'zod';
import { takeOnSite } from '../acts/sites';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { latestRuns } from '../db/runs.sql';
import { listSites, type Site } from '../db/sites.sql';
import { siteState } from '../site-state';
import { bodyOf } from './body';
import { personOf } from './session';
import { actorOf, siteOf } from './site-of';

/** With or without a scheme, as people say addresses; never one that is not of the web. */
function isAddress(text: string): boolean {
  if (/\s|@/.test(text)) return false;
  if (/^[a-z][a-z0-9+.-]*:\/\//i.test(text)) return /^https?:/i.test(text) && URL.canParse(text);
  // A single word is a slip of the hand more often than the name of a machine.
  return URL.canParse(`https://${text}`) && /[.:]/.test(text.split('/')[0]!);
}

const newSiteSchema = z.strictObject({
  name: z.string().trim().min(1, 'give the site a name').max(200),
  address: z
    .string()
    .trim()
    .max(2000)
    .refine(isAddress, 'a web address such as www.example.org or https://www.example.org/'),
});

/** The board, sites as a whole, and the stream of news. */
export function boardRoutes(context: ServerContext): Router {
  const { db, live, surroundings } = context;
  const router = Router();

  const summary = async (site: Site, runs?: Parameters<typeof siteState>[2]) => {
    const state = await siteState(db, site, runs);
    const { key, name, address } = site.setup.site;
    return { id: site.id, key, name, address, state, stages: stagesOf(state), next: nextStep(state) };
  };

  router.get('/board', async (req, res) => {
    const { organisationId } = personOf(req);
    const [sites, runs] = await Promise.all([listSites(db, organisationId), latestRuns(db, organisationId)]);
    const summaries = await Promise.all(sites.map((site) => summary(site, runs)));
    answer<Board>(res, { sites: summaries, notices: surroundings.notices });
  });

  router.post('/sites', async (req, res) => {
    const { site, answered } = await takeOnSite(context, actorOf(req), bodyOf(newSiteSchema, req));
    answer<TakenOnSite>(res, { ...(await summary(site)), answered }, 201);
  });

  router.get('/sites/:siteId', async (req, res) => {
    answer<SiteSummary>(res, await summary(await siteOf(context, req)));
  });

  router.get('/events', (req, res) => {
    live.subscribe(personOf(req), res);
  });
  return router;
}
