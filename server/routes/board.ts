import type { Board, SiteSummary } from '@douane/api';
import { nextStep, stagesOf } from '@douane/core/board';
import { slugOf } from '@douane/core/classify';
import { newSetup } from '@douane/core/setup';
import { Router } from 'express';
import { z } from 'zod';
import { answer } from '../answer';
import { latestRuns } from '../db/runs.sql';
import { insertSite, listSites, type Site, siteByKey } from '../db/sites.sql';
import { Problem } from '../problems';
import type { Services } from '../services';
import { siteState } from '../site-state';
import { bodyOf } from './body';
import { personOf } from './session';
import { siteOf } from './site-of';

const newSiteSchema = z.strictObject({
  name: z.string().trim().min(1, 'give the site a name').max(200),
  address: z
    .string()
    .trim()
    .refine(
      (text) => /^https?:\/\//i.test(text) && URL.canParse(text),
      'a web address such as https://www.example.org/',
    ),
});

export function boardRoutes(services: Services): Router {
  const { db, config, live } = services;
  const router = Router();

  const summary = async (site: Site, runs?: Parameters<typeof siteState>[2]) => {
    const state = await siteState(db, site, runs);
    const { key, name, address } = site.setup.site;
    return { id: site.id, key, name, address, state, stages: stagesOf(state), next: nextStep(state) };
  };

  router.get('/board', async (req, res) => {
    const { organisationId } = personOf(req);
    const [sites, runs] = await Promise.all([listSites(db, organisationId), latestRuns(db, organisationId)]);
    answer<Board>(res, { sites: await Promise.all(sites.map((site) => summary(site, runs))) });
  });

  router.post('/sites', async (req, res) => {
    const { name, address } = bodyOf(newSiteSchema, req);
    const { organisationId } = personOf(req);
    const origin = new URL(address).origin;
    const same = (await listSites(db, organisationId)).find((site) => site.setup.site.addresses.includes(origin));
    if (same)
      throw new Problem(409, 'Some fields are not right', undefined, [
        { path: 'address', message: `${origin} is already there as ${same.setup.site.name}` },
      ]);
    const key = await freeKey(name);
    const site = await insertSite(db, organisationId, newSetup({ key, name, address }, `${config.publicUrl}/g/${key}`));
    answer<SiteSummary>(res, await summary(site), 201);
  });

  router.get('/sites/:siteId', async (req, res) => {
    answer<SiteSummary>(res, await summary(await siteOf(services, req)));
  });

  router.get('/events', (req, res) => {
    live.subscribe(personOf(req).organisationId, res);
  });

  async function freeKey(name: string): Promise<string> {
    const stem = slugOf(name).slice(0, 50);
    for (let n = 1; ; n++) {
      const key = n === 1 ? stem : `${stem}-${n}`;
      if (!(await siteByKey(db, key))) return key;
    }
  }
  return router;
}
