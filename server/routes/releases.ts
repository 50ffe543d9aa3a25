import type { Draft, DraftSaved, PublishedRelease, ServerPolicy } from '@douane/api';
import { allMeasuredSchema } from '@douane/core/lint';
import { bannerContent, compileRelease, PRESSES } from '@douane/core/release';
import { DRAFT_PARTS } from '@douane/core/setup';
import { HEADER_SERVERS, headerConfig } from '@douane/edge';
import { cookiePolicyAs, POLICY_FORMS, policyForm, snippetFor } from '@douane/gate';
import { Router } from 'express';
import { z } from 'zod';
import { saveDraft } from '../acts/drafts';
import { callOff, publishRelease, putInForce } from '../acts/publishing';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { countItems } from '../db/items.sql';
import { listPublications, listReleases, newestRelease, releaseInForce } from '../db/releases.sql';
import { notFound } from '../problems';
import { draftDifferences, draftOf } from '../site-state';
import { today } from '../today';
import { bodyOf } from './body';
import { actorOf, siteIdOf, siteOf } from './site-of';

const revision = z.number().int().min(1).max(1_000_000_000);
const partSchema = z.strictObject({ revision, body: z.unknown() });
const draftSchema = z.strictObject({
  parts: z
    .partialRecord(z.enum(DRAFT_PARTS), partSchema)
    .refine((parts) => Object.keys(parts).length > 0, 'send at least one part'),
});

const terms = {
  /** Absent: from now. */
  fromAt: z.iso
    .datetime({ offset: true, error: 'a time such as 2026-12-01T08:00:00Z' })
    .transform((text) => new Date(text))
    .nullish()
    .transform((at) => at ?? null),
  why: z
    .string()
    .trim()
    .max(2000)
    .nullish()
    .transform((text) => text || null),
};
const publishSchema = z.strictObject({
  revisions: z.record(z.enum(DRAFT_PARTS), revision),
  /** The banner as a browser drew it; without it, only what the setup itself tells is looked at. */
  measured: allMeasuredSchema.default([]),
  askAgain: z
    .enum(PRESSES)
    .nullish()
    .transform((press) => press ?? null),
  ...terms,
});
const releaseNumber = z.number().int().min(1).max(1_000_000);
const inForceSchema = z.strictObject({ number: releaseNumber, paused: z.boolean().default(false), ...terms });

/** The draft of a site's setup, its releases, and which of them is in force. */
export function releaseRoutes(context: ServerContext): Router {
  const { db } = context;
  const router = Router();

  // The cookie policy as it would be if the draft were published now.
  router.get('/sites/:siteId/draft/policy.:language.:format', async (req, res) => {
    const site = await siteOf(context, req);
    const release = compileRelease(await draftOf(db, site), 1, today());
    const { language, format } = req.params as Record<string, string>;
    const form = policyForm(format);
    if (!form || !Object.hasOwn(release.contents, language!)) throw notFound('policy in this language and form');
    res.type(`${POLICY_FORMS[form]}; charset=utf-8`).send(cookiePolicyAs(release, language!, form));
  });

  router.get('/sites/:siteId/draft', async (req, res) => {
    const site = await siteOf(context, req);
    const { organisationId, id } = site;
    const [items, newest, releases, publications, setup] = await Promise.all([
      countItems(db, organisationId, id),
      newestRelease(db, organisationId, id),
      listReleases(db, organisationId, id),
      listPublications(db, organisationId, id),
      draftOf(db, site),
    ]);
    answer<Draft>(res, {
      revisions: site.revisions,
      setup,
      differences: draftDifferences(setup, newest).map(({ path }) => path),
      releases,
      publications,
      open: items.open,
      snippet: snippetFor(setup),
      contents: setup.banner.languages.map((language) => bannerContent(setup, language)),
    });
  });

  router.put('/sites/:siteId/draft', async (req, res) => {
    const site = await siteOf(context, req);
    const { parts } = bodyOf(draftSchema, req);
    answer<DraftSaved>(res, { revisions: await saveDraft(context, actorOf(req), site.id, parts) });
  });

  router.post('/sites/:siteId/releases', async (req, res) => {
    const site = await siteOf(context, req);
    const { number, setup } = await publishRelease(context, actorOf(req), site.id, bodyOf(publishSchema, req));
    answer<PublishedRelease>(res, { number, snippet: snippetFor(setup) }, 201);
  });

  router.post('/sites/:siteId/publications', async (req, res) => {
    const site = await siteOf(context, req);
    await putInForce(context, actorOf(req), site.id, bodyOf(inForceSchema, req));
    res.status(204).end();
  });

  router.delete('/sites/:siteId/publications/:publicationId', async (req, res) => {
    await callOff(context, actorOf(req), siteIdOf(req), req.params.publicationId);
    res.status(204).end();
  });

  /** The whole setup as the file that the command line reads. */
  router.get('/sites/:siteId/setup.json', async (req, res) => {
    const site = await siteOf(context, req);
    const setup = await draftOf(db, site);
    res
      .attachment(`${site.key}.setup.json`)
      .type('json')
      .send(JSON.stringify(setup, null, 2));
  });
  /** Configuration by which the site's own server sends the policy of the release in force. */
  router.get('/sites/:siteId/header/:server', async (req, res) => {
    const site = await siteOf(context, req);
    const server = HEADER_SERVERS.find((one) => one === req.params.server);
    if (!server) throw notFound('server');
    const release = await releaseInForce(db, site.organisationId, site.id);
    if (!release) throw notFound('release');
    answer<ServerPolicy>(res, { text: headerConfig(release, server) });
  });
  return router;
}
