import type { Draft, PublishedVersion } from '@douane/api';
import { parseWith, type Setup, setupSchema } from '@douane/core/setup';
import { bannerContent, gateFiles, snippetFor } from '@douane/gate';
import { Router } from 'express';
import { z } from 'zod';
import { answer } from '../answer';
import { reclassify } from '../classifying';
import { inTransaction } from '../db/db';
import { countItems, listRuled } from '../db/items.sql';
import { listHouseRules } from '../db/knowledge.sql';
import { purposesInUse } from '../db/rulings.sql';
import { listServices } from '../db/services.sql';
import { type Site, saveDraft } from '../db/sites.sql';
import { insertVersion, listVersions, nextVersionNumber } from '../db/versions.sql';
import { sha256 } from '../gate-code';
import { announce } from '../live';
import { Problem } from '../problems';
import type { Services } from '../services';
import { draftDifferences, fullDraft } from '../site-state';
import { bodyOf } from './body';
import { personOf } from './session';
import { siteOf } from './site-of';

/** Services follow from the rulings; what is sent of them is not looked at. */
const draftSchema = z.strictObject({ revision: z.number().int(), setup: z.looseObject({}) });

/** The draft of a site's setup, its published versions, and publishing. */
export function draftRoutes(services: Services): Router {
  const { db, gateCode, knowledge } = services;
  const router = Router();

  router.get('/sites/:siteId/draft', async (req, res) => {
    const site = await siteOf(services, req);
    const [items, versions, setup] = await Promise.all([
      countItems(db, site.organisationId, site.id),
      listVersions(db, site.organisationId, site.id),
      draftOf(site),
    ]);
    answer<Draft>(res, {
      revision: site.revision,
      setup,
      differences: draftDifferences(setup, versions[0]).map(({ path }) => path),
      versions: versions.map(({ number, publishedAt, publishedBy }) => ({ number, publishedAt, publishedBy })),
      open: items.open,
      snippet: snippetFor(setup),
      contents: Object.keys(setup.banner.texts).map((language) => bannerContent(setup, language)),
    });
  });

  router.put('/sites/:siteId/draft', async (req, res) => {
    const site = await siteOf(services, req);
    const { revision, setup } = bodyOf(draftSchema, req);
    const checked = checkedSetup({ ...setup, services: [] });
    if (checked.site.key !== site.key) {
      throw new Problem(422, 'Some fields are not right', undefined, [
        { path: 'site.key', message: `cannot be changed from ${site.key}` },
      ]);
    }
    await refusePurposesInUse(site, checked);
    const saved = await saveDraft(db, site.organisationId, site.id, revision, checked);
    if (!saved)
      throw new Problem(
        409,
        'Somebody else saved this draft meanwhile',
        'Load it again to see what changed; what you typed is still here.',
      );
    // What is ruled without a person goes by the purposes that there are.
    await reclassify(db, knowledge, saved);
    await announce(db, { organisationId: site.organisationId, siteId: site.id, what: 'draft' });
    answer<Pick<Draft, 'revision'>>(res, { revision: saved.revision });
  });

  router.post('/sites/:siteId/versions', async (req, res) => {
    const site = await siteOf(services, req);
    const { organisationId, id: personId } = personOf(req);
    const setup = checkedSetup(await draftOf(site));
    const number = await inTransaction(db, async (tx) => {
      const next = await nextVersionNumber(tx, organisationId, site.id);
      await insertVersion(
        tx,
        organisationId,
        site.id,
        { number: next, setup, personId },
        gateFiles(setup, next, gateCode, sha256),
      );
      return next;
    });
    await announce(db, { organisationId, siteId: site.id, what: 'draft' });
    answer<PublishedVersion>(res, { number, snippet: snippetFor(setup) }, 201);
  });

  /** The whole setup as the file that the command line reads. */
  router.get('/sites/:siteId/setup.json', async (req, res) => {
    const site = await siteOf(services, req);
    const setup = await draftOf(site);
    res
      .attachment(`${site.key}.setup.json`)
      .type('json')
      .send(JSON.stringify(setup, null, 2));
  });

  async function draftOf(site: Site): Promise<Setup> {
    const [ruled, records] = await Promise.all([
      listRuled(db, site.organisationId, site.id),
      listServices(db, site.organisationId),
    ]);
    return fullDraft(site, ruled, records);
  }

  /** A purpose that rulings stand on cannot be taken away from under them. */
  async function refusePurposesInUse(site: Site, setup: Setup): Promise<void> {
    const there = new Set(setup.purposes.map(({ id }) => id));
    const [used, rules] = await Promise.all([
      purposesInUse(db, site.organisationId, site.id),
      listHouseRules(db, site.organisationId, site.id),
    ]);
    const problems = site.setup.purposes.flatMap(({ id, name }, i) => {
      if (there.has(id)) return [];
      const ruled = used[id] ?? 0;
      const houseRules = rules.filter((rule) => rule.siteId === site.id && rule.purpose === id).length;
      if (ruled + houseRules === 0) return [];
      const what = [ruled > 0 && `${ruled} ruled items`, houseRules > 0 && `${houseRules} house rules`];
      const message = `${name} cannot go: ${what.filter(Boolean).join(' and ')} have it. Give them another purpose first.`;
      return [{ path: `purposes[${i}]`, message }];
    });
    if (problems.length > 0) throw new Problem(409, 'Some fields are not right', undefined, problems);
  }

  function checkedSetup(data: unknown): Setup {
    const parsed = parseWith(setupSchema, data);
    if (!parsed.ok) throw new Problem(422, 'Some fields are not right', undefined, parsed.problems);
    return parsed.value;
  }
  return router;
}
