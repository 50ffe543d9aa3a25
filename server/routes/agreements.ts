import { randomUUID } from 'node:crypto';
import type { AgreementLedgerState, AgreementOverview, AgreementPersonDetail, AgreementsOverTime } from '@douane/api';
import { titleIn } from '@douane/core/agreements';
import { type Request, Router } from 'express';
import { z } from 'zod';
import { heldSite, perform } from '../acts/act';
import { type AgreeingSite, answerFor, standingOf } from '../agreements/agreeing';
import { ledgerBrokenAt } from '../agreements/ledger';
import { pseudonym } from '../agreements/pseudonym';
import { sharesOf, sharesOverTime } from '../agreements/shares';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { agreementSettings, countAgreements, saveAgreementSettings } from '../db/agreements.sql';
import { Problem } from '../problems';
import { bodyOf } from './body';
import { personOf } from './session';
import { actorOf, siteIdOf, siteOf } from './site-of';

const reference = z.string().trim().min(1, 'must not be empty').max(300, 'at most 300 characters');
const onBehalfSchema = z.strictObject({
  person: reference,
  policy: z.string().max(80),
  version: z.number().int().min(1),
  decision: z.enum(['agreed', 'declined', 'withdrawn']),
  reason: z.string().trim().min(1, 'why it is done on behalf of somebody else').max(500),
});
const settingsSchema = z.strictObject({
  reminders: z.strictObject({
    days: z.number().int().min(1, 'at least a day').max(365, 'at most a year'),
    most: z.number().int().min(0).max(10, 'at most ten times'),
  }),
  asksAge: z.boolean(),
});

/** Who agreed to what at a site, as those see it who look after it. References come in bodies, never in addresses. */
export function agreementRoutes(context: ServerContext): Router {
  const { db, config } = context;
  const router = Router();
  const agreeing = async (req: Request): Promise<AgreeingSite> => {
    const { organisationId, id, key } = await siteOf(context, req);
    return { organisationId, siteId: id, key };
  };

  router.get('/sites/:siteId/agreements', async (req, res) => {
    const site = await agreeing(req);
    const [shares, records, { reminders, asksAge }] = await Promise.all([
      sharesOf(db, site),
      countAgreements(db, site),
      agreementSettings(db, site),
    ]);
    answer<AgreementOverview>(res, {
      ...shares,
      records,
      settings: { reminders, asksAge },
      canMail: config.smtpUrl !== null,
    });
  });

  router.get('/sites/:siteId/agreements/over-time', async (req, res) => {
    answer<AgreementsOverTime>(res, await sharesOverTime(db, await agreeing(req)));
  });

  router.get('/sites/:siteId/agreements/ledger', async (req, res) => {
    answer<AgreementLedgerState>(res, { brokenAt: await ledgerBrokenAt(db, await agreeing(req)) });
  });

  router.post('/sites/:siteId/agreements/person', async (req, res) => {
    const { person } = bodyOf(z.strictObject({ person: reference }), req);
    const site = await agreeing(req);
    const { key } = await agreementSettings(db, site);
    const { policies, records, person: kept } = await standingOf(db, site, pseudonym(key, person));
    answer<AgreementPersonDetail>(res, {
      ...{ audience: kept.audience, language: kept.language, country: kept.country, byGuardian: kept.byGuardian },
      ...{ reminded: kept.reminded, records: records.reverse() },
      policies: policies.map(({ policy, standing }) => ({
        ...{ policy: policy.name, version: policy.version, must: policy.must, standing },
        title: titleIn(policy),
      })),
    });
  });

  router.post('/sites/:siteId/agreements/on-behalf', async (req, res) => {
    const { person, reason, ...said } = bodyOf(onBehalfSchema, req);
    const site = await agreeing(req);
    const { key } = await agreementSettings(db, site);
    const of = pseudonym(key, person);
    const { policies } = await standingOf(db, site, of);
    if (said.decision === 'declined' && policies.some(({ policy }) => policy.name === said.policy && policy.must))
      throw new Problem(422, 'Some fields are not right', undefined, [
        { path: 'decision', message: 'what somebody must agree to nobody else declines for him' },
      ]);
    const { name } = personOf(req);
    await answerFor(db, site, of, [{ id: randomUUID(), ...said }], { way: 'on-behalf', by: name, reason });
    await perform(db, actorOf(req), 'agree-on-behalf', async () => ({
      ...{ result: undefined, siteId: site.siteId },
      facts: { policy: said.policy, version: said.version, decision: said.decision, reason },
    }));
    res.status(204).end();
  });

  router.put('/sites/:siteId/agreements/settings', async (req, res) => {
    const settings = bodyOf(settingsSchema, req);
    const actor = actorOf(req);
    const siteId = siteIdOf(req);
    await perform(db, actor, 'set-agreements', async (tx) => {
      await heldSite(tx, actor, siteId);
      await saveAgreementSettings(tx, { organisationId: actor.organisationId, siteId }, settings);
      return { result: undefined, siteId, facts: settings, tell: [{ siteId, what: 'agreements' }] };
    });
    res.status(204).end();
  });
  return router;
}
