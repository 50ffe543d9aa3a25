import type { AnswerList, KeptAnswer, ReleasedSetup } from '@douane/api';
import { treatmentChangesAsCsv, treatmentsAsCsv } from '@douane/core/exchange';
import { EVERY_PLACE } from '@douane/core/places';
import { type DocumentedSite, dayProblem, treatmentChanges, treatmentRows } from '@douane/core/regimes';
import { organisationFactsSchema, rulesOf } from '@douane/core/setup';
import { Router } from 'express';
import { z } from 'zod';
import { saveAnswer } from '../acts/organisation';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { answerById, listAnswers } from '../db/organisation-answers.sql';
import { releaseByNumber } from '../db/releases.sql';
import type { Site } from '../db/sites.sql';
import { notFound, Problem } from '../problems';
import { draftOf } from '../site-state';
import { pdfThread } from '../threads/run-thread';
import { today } from '../today';
import { bodyOf, checked } from './body';
import { personOf } from './session';
import { actorOf, siteOf } from './site-of';

const version = z.union([
  z.literal('draft'),
  z.coerce.number('"draft" or the number of a release').int().min(1).max(1_000_000),
]);
const stateSchema = {
  /** By the laws of which day; absent: today. */
  on: z.iso.date('a day such as 2026-07-01').default(today),
  version: version.default('draft'),
};
const documentSchema = z.strictObject({
  as: z.enum(['csv', 'pdf'], 'csv or pdf'),
  ...stateSchema,
  /** With either: what differs from that state instead. */
  beforeOn: stateSchema.on.unwrap().optional(),
  beforeVersion: version.optional(),
});

/** Who is asked what, as a document; and which laws bind the organisation. */
export function regionRoutes(context: ServerContext): Router {
  const { db, config } = context;
  const router = Router();

  router.get('/sites/:siteId/treatments', async (req, res) => {
    const site = await siteOf(context, req);
    const asked = checked(documentSchema, req.query);
    const now = await stateOf(site, asked.on, asked.version);
    const rows = treatmentRows(now.state, EVERY_PLACE);
    const compared = asked.beforeOn !== undefined || asked.beforeVersion !== undefined;
    const before = compared
      ? await stateOf(site, asked.beforeOn ?? asked.on, asked.beforeVersion ?? asked.version)
      : null;
    const changes = before && treatmentChanges(before.state, now.state, EVERY_PLACE);
    res.attachment(`${site.key}-${changes ? 'changes' : 'treatments'}-${asked.on}.${asked.as}`);
    if (asked.as === 'csv') {
      res.type('text/csv').send(changes ? treatmentChangesAsCsv(changes) : treatmentsAsCsv(rows));
      return;
    }
    const about = {
      site: site.setup.site.name,
      organisation: personOf(req).organisation,
      state: now.words,
      rows,
      ...(before && changes && { comparison: { with: before.words, changes } }),
    };
    res.type('application/pdf').send(await pdfThread({ report: 'treatments', about }, config));
  });

  /** What a release was made from, to be compared with. */
  router.get('/sites/:siteId/releases/:number/setup', async (req, res) => {
    const site = await siteOf(context, req);
    const { setup, rules } = await releasedOf(site, checked(version, req.params.number));
    answer<ReleasedSetup>(res, { setup, rules });
  });

  router.get('/organisation/answers', async (req, res) => {
    answer<AnswerList>(res, { answers: await listAnswers(db, personOf(req).organisationId) });
  });

  router.post('/organisation/answers', async (req, res) => {
    const id = await saveAnswer(context, actorOf(req), bodyOf(organisationFactsSchema, req));
    answer<KeptAnswer>(res, (await answerById(db, personOf(req).organisationId, id))!, 201);
  });

  router.get('/organisation/answers/:answerId/pdf', async (req, res) => {
    const { organisationId, organisation } = personOf(req);
    const { on } = checked(z.strictObject({ on: stateSchema.on }), req.query);
    const kept = await answerById(db, organisationId, checked(z.uuid('an id'), req.params.answerId));
    if (!kept) throw notFound('answer');
    const about = { organisation, facts: kept.facts, person: kept.person, at: kept.at.toISOString(), on };
    res
      .attachment(`laws-${on}.pdf`)
      .type('application/pdf')
      .send(await pdfThread({ report: 'applies', about }, config));
  });

  async function releasedOf(site: Site, number: number | 'draft'): Promise<ReleasedSetup> {
    if (number === 'draft') {
      const setup = await draftOf(db, site);
      return { setup, rules: rulesOf(setup, today()) };
    }
    const release = await releaseByNumber(db, site.organisationId, site.id, number);
    if (!release) throw notFound(`release ${number}`);
    return release;
  }

  async function stateOf(site: Site, on: string, number: number | 'draft') {
    const { purposes, regions } = (await releasedOf(site, number)).setup;
    const problem = dayProblem(regions, on);
    if (problem) throw new Problem(422, 'Some fields are not right', undefined, [{ path: 'on', message: problem }]);
    const state: DocumentedSite = { purposes, regions, on };
    return { state, words: `${number === 'draft' ? 'the draft' : `release ${number}`} by the laws of ${on}` };
  }
  return router;
}
