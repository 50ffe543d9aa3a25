import type { PolicyChanges, PolicyComments, PolicyList, PolicyVersionText } from '@douane/api';
import {
  answersSchema,
  contentOf,
  POLICY_KINDS,
  policyDraftSchema,
  quoteSchema,
  writtenPolicy,
} from '@douane/core/policy';
import { compileRelease } from '@douane/core/release';
import { placesSchema } from '@douane/core/setup';
import { languageTag, webAddress } from '@douane/core/setup/fields';
import { gateBase } from '@douane/core/setup/gate-base';
import { POLICY_FORMS, policyFileAs, policyForm } from '@douane/gate';
import { type Request, Router } from 'express';
import { z } from 'zod';
import {
  addCopy,
  addPolicy,
  comment,
  type PolicyActor,
  removeCopy,
  removePolicy,
  saveAnswers,
  savePolicy,
  setPolicy,
  setPolicyOrder,
  settle,
} from '../acts/policies';
import { callOff, goLive, handIn, review, setReviewers } from '../acts/policy-versions';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { listColleagues, listPolicies, listPolicyChanges, type Policy, policyById } from '../db/policies.sql';
import { listComments } from '../db/policy-comments.sql';
import { listCopies } from '../db/policy-copies.sql';
import { listPolicyVersions, policyContent } from '../db/policy-versions.sql';
import { releaseInForce } from '../db/releases.sql';
import { policySource, slippedServices, writtenFrom } from '../policies';
import { lookAtCopy } from '../policy-copies';
import { statesOf } from '../policy-states';
import { notFound } from '../problems';
import { bodyOf } from './body';
import { personOf } from './session';
import { actorOf, siteIdOf, siteOf } from './site-of';

const revision = z.number().int().min(0);
const words = z.string().trim().max(2_000, 'at most 2,000 characters');
const commentSchema = z.strictObject({
  blockId: z.string().max(80),
  quote: quoteSchema.nullable().default(null),
  words: words.min(1, 'must not be empty'),
});
const day = z.iso.date('a day such as 2026-12-31');
/** What stands in an address, and is not the name of a file of the gate. */
const name = z.string().regex(/^[a-z0-9][a-z0-9-]{0,59}$/, 'small letters, digits and hyphens, at most 60');
const addSchema = z.strictObject({ kind: z.enum(POLICY_KINDS), name });
const settingsSchema = z.strictObject({
  name,
  agree: z.enum(['no', 'may', 'must']),
  places: placesSchema,
  history: z.boolean(),
});
const handInSchema = z.strictObject({
  revision,
  note: words,
  major: z.boolean(),
  reviewers: z.array(z.uuid()).max(20, 'at most 20 reviewers'),
  dueOn: day.nullable(),
});
const reviewSchema = z.strictObject({ decision: z.enum(['approved', 'sent-back']), words });

/** A site's policies: what they are written from, their texts, and the life of their versions. */
export function policyRoutes(context: ServerContext): Router {
  const { db, config } = context;
  const router = Router();
  const actor = (req: Request): PolicyActor => ({ ...actorOf(req), organisation: personOf(req).organisation });
  const ids = (req: Request) => [siteIdOf(req), String(req.params.policyId)] as const;
  const number = (req: Request) => z.coerce.number().int().min(1).parse(req.params.number);
  const policyOf = async (req: Request): Promise<Policy> => {
    const policy = await policyById(db, personOf(req).organisationId, ...ids(req));
    if (!policy) throw notFound('policy');
    return policy;
  };

  router.get('/sites/:siteId/policies', async (req, res) => {
    const { organisationId, organisation, id: you } = personOf(req);
    const site = await siteOf(context, req);
    const source = await policySource(db, site, organisation);
    const [policies, versions, slipped, colleagues, release, copies] = await Promise.all([
      listPolicies(db, organisationId, site.id),
      listPolicyVersions(db, organisationId, { siteId: site.id }),
      slippedServices(db, site, source.setup),
      listColleagues(db, organisationId),
      releaseInForce(db, organisationId, site.id),
      listCopies(db, organisationId, site.id),
    ]);
    answer<PolicyList>(res, {
      ...source,
      ...{ slipped, colleagues, you, canMail: config.smtpUrl !== null, hosted: release && gateBase(release.setup) },
      policies: policies.map((policy) => {
        const own = versions.filter(({ policyId }) => policyId === policy.id);
        const states = statesOf(own);
        const { draft } = policy;
        const title = draft.titles[draft.source] || writtenPolicy(writtenFrom(source, policy), draft.source)?.title;
        return {
          ...policy,
          title: title ?? policy.name,
          copies: copies.filter(({ policyId }) => policyId === policy.id),
          versions: own.map(({ id: _, policyId: __, hash: ___, ...head }) => ({
            ...head,
            state: states.get(head.number)!,
          })),
        };
      }),
    });
  });

  router.put('/sites/:siteId/policy-answers', async (req, res) => {
    const body = bodyOf(z.strictObject({ revision, answers: answersSchema }), req);
    answer<{ revision: number }>(res, { revision: await saveAnswers(context, actor(req), siteIdOf(req), body) });
  });

  router.post('/sites/:siteId/policies', async (req, res) => {
    const id = await addPolicy(context, actor(req), siteIdOf(req), bodyOf(addSchema, req));
    answer<{ id: string }>(res, { id }, 201);
  });

  router.put('/sites/:siteId/policies/order', async (req, res) => {
    const { order } = bodyOf(z.strictObject({ order: z.array(z.uuid()).max(500) }), req);
    await setPolicyOrder(context, actor(req), siteIdOf(req), order);
    res.status(204).end();
  });

  router.put('/sites/:siteId/policies/:policyId/draft', async (req, res) => {
    const body = bodyOf(z.strictObject({ revision, draft: policyDraftSchema }), req);
    answer<{ revision: number }>(res, { revision: await savePolicy(context, actor(req), ...ids(req), body) });
  });

  router.put('/sites/:siteId/policies/:policyId', async (req, res) => {
    await setPolicy(context, actor(req), ...ids(req), bodyOf(settingsSchema, req));
    res.status(204).end();
  });

  router.delete('/sites/:siteId/policies/:policyId', async (req, res) => {
    await removePolicy(context, actor(req), ...ids(req));
    res.status(204).end();
  });

  // The draft as visitors would read it, with what is in force or, before anything is, with the draft of the site.
  router.get('/sites/:siteId/policies/:policyId/draft.:language.:format', async (req, res) => {
    const [site, policy] = [await siteOf(context, req), await policyOf(req)];
    const source = await policySource(db, site, personOf(req).organisation);
    const release = compileRelease(source.setup, 1, source.on);
    const { language = '', format: end } = req.params as Record<string, string>;
    const form = policyForm(end);
    if (!form || !Object.hasOwn(release.contents, language)) throw notFound('policy in this language and form');
    const content = contentOf(policy.draft, writtenFrom(source, policy), site.setup.banner.languages);
    const body = policyFileAs({ name: 'draft', content, version: null }, release, language, form);
    res.type(`${POLICY_FORMS[form]}; charset=utf-8`).send(body);
  });

  router.post('/sites/:siteId/policies/:policyId/versions', async (req, res) => {
    const made = await handIn(context, actor(req), ...ids(req), bodyOf(handInSchema, req));
    answer<{ number: number }>(res, { number: made }, 201);
  });

  router.get('/sites/:siteId/policies/:policyId/versions/:number', async (req, res) => {
    const policy = await policyOf(req);
    const content = await policyContent(db, personOf(req).organisationId, policy.id, number(req));
    if (!content) throw notFound('version');
    answer<PolicyVersionText>(res, { content });
  });

  router.put('/sites/:siteId/policies/:policyId/versions/:number/reviewers', async (req, res) => {
    const { reviewers } = bodyOf(handInSchema.pick({ reviewers: true }), req);
    await setReviewers(context, actor(req), ...ids(req), number(req), reviewers);
    res.status(204).end();
  });

  router.post('/sites/:siteId/policies/:policyId/versions/:number/review', async (req, res) => {
    await review(context, actor(req), ...ids(req), number(req), bodyOf(reviewSchema, req));
    res.status(204).end();
  });

  router.put('/sites/:siteId/policies/:policyId/versions/:number/live', async (req, res) => {
    const { from } = bodyOf(z.strictObject({ from: z.iso.datetime('a time with its zone').nullable() }), req);
    await goLive(context, actor(req), ...ids(req), number(req), from === null ? null : new Date(from));
    res.status(204).end();
  });

  router.delete('/sites/:siteId/policies/:policyId/versions/:number/live', async (req, res) => {
    await callOff(context, actor(req), ...ids(req), number(req));
    res.status(204).end();
  });

  router.get('/sites/:siteId/policies/:policyId/comments', async (req, res) => {
    const policy = await policyOf(req);
    answer<PolicyComments>(res, { comments: await listComments(db, personOf(req).organisationId, policy.id) });
  });

  router.get('/sites/:siteId/policies/:policyId/changes', async (req, res) => {
    const policy = await policyOf(req);
    answer<PolicyChanges>(res, { changes: await listPolicyChanges(db, personOf(req).organisationId, policy.id) });
  });

  router.post('/sites/:siteId/policies/:policyId/comments', async (req, res) => {
    const body = bodyOf(commentSchema, req);
    await comment(context, actor(req), ...ids(req), body);
    res.status(204).end();
  });

  router.post('/sites/:siteId/policies/:policyId/comments/:commentId/settled', async (req, res) => {
    await settle(context, actor(req), ...ids(req), String(req.params.commentId));
    res.status(204).end();
  });
  router.post('/sites/:siteId/policies/:policyId/copies', async (req, res) => {
    const copy = bodyOf(z.strictObject({ address: webAddress, language: languageTag }), req);
    const [siteId, policyId] = ids(req);
    const id = await addCopy(context, actor(req), siteId, policyId, copy);
    await lookAtCopy(db, config, { ...copy, id, policyId, siteId, organisationId: personOf(req).organisationId });
    answer<{ id: string }>(res, { id }, 201);
  });

  router.post('/sites/:siteId/policies/:policyId/copies/:copyId/looks', async (req, res) => {
    const { organisationId } = personOf(req);
    const policy = await policyOf(req);
    const copies = await listCopies(db, organisationId, policy.siteId);
    const copy = copies.find(({ id, policyId }) => id === req.params.copyId && policyId === policy.id);
    if (!copy) throw notFound('copy');
    await lookAtCopy(db, config, { ...copy, organisationId, siteId: policy.siteId });
    res.status(204).end();
  });

  router.delete('/sites/:siteId/policies/:policyId/copies/:copyId', async (req, res) => {
    await removeCopy(context, actor(req), ...ids(req), String(req.params.copyId));
    res.status(204).end();
  });
  return router;
}
