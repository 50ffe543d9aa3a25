import type { AgreementAnswers, AgreementStanding } from '@douane/api';
import { type AgreementRecord, DECISIONS, pendingOf } from '@douane/core/agreements';
import { AUDIENCES, type Audience } from '@douane/core/policy';
import express, { type Request, Router } from 'express';
import { z } from 'zod';
import {
  type AgreeingSite,
  answerFor,
  askFor,
  isWaiting,
  type PersonStanding,
  screenAddress,
  TICKET_SECONDS,
} from '../agreements/agreeing';
import { pseudonym } from '../agreements/pseudonym';
import { recordTicks } from '../agreements/ticks';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { agreementSettings } from '../db/agreements.sql';
import { noSuchPath } from '../problems';
import { bodyOf } from './body';
import { byToken, namedSite } from './by-token';

/** A site's own reference of a person: it comes in bodies alone, never in an address, and is neither kept nor logged. */
const person = z.string().trim().min(1, 'must not be empty').max(300, 'at most 300 characters');
const askSchema = z.strictObject({
  person,
  audience: z.enum(Object.keys(AUDIENCES) as [Audience, ...Audience[]]).default('customers'),
  language: z.string().max(35).optional(),
  country: z
    .string()
    .regex(/^[A-Z]{2}$/, 'a country by its two letters (ISO 3166-1)')
    .optional(),
  age: z.number().int().min(0).max(150).optional(),
  mail: z.email('an e-mail address').optional(),
  to: z.url({ protocol: /^https?$/, error: 'a web address of the site' }).optional(),
});
const answersSchema = z.strictObject({
  person,
  answers: z
    .array(
      z.strictObject({
        id: z.uuid('an id that you make (UUID)'),
        policy: z.string().max(80),
        version: z.number().int().min(1),
        decision: z.enum(DECISIONS),
      }),
    )
    .min(1, 'at least one answer')
    .max(200, 'at most 200 answers'),
});

const ticksSchema = z.strictObject({
  person,
  language: z.string().max(35).default('en'),
  ticks: z
    .array(
      z.strictObject({
        id: z.uuid('an id that you make (UUID)'),
        use: z.string().max(60),
        ticked: z.boolean(),
        /** Takes back what was ticked before. */
        withdrawn: z.boolean().default(false),
        /** What was read, where it was not our own sentence. */
        sentence: z.string().trim().max(2_000).optional(),
      }),
    )
    .min(1, 'at least one tick box')
    .max(50, 'at most 50 tick boxes'),
});

const told = ({ id, number, policy, version, decision, at, hash }: AgreementRecord) => ({
  ...{ id, number, policy, version, decision, at, hash },
});

/** What a site's own server asks and tells of agreements, with a token; `docs/agreements.md` shows it. */
export function agreementApiRoutes(context: ServerContext): Router {
  const { db, config } = context;
  const router = Router();
  router.use(byToken(context), express.json({ limit: '256kb' }));

  const siteOf = async (req: Request): Promise<AgreeingSite> => {
    const key = String(req.params.key);
    const { organisationId, id } = await namedSite(context, req, `by the key "${key}"`, (one) => one.key === key);
    return { organisationId, siteId: id, key };
  };

  router.post('/:key/standing', async (req, res) => {
    const { to = null, ...told } = bodyOf(askSchema, req);
    const site = await siteOf(req);
    const standing = await askFor(db, site, told);
    const { key } = await agreementSettings(db, site);
    const of = { person: standing.person.person, to, seconds: TICKET_SECONDS.screen };
    const isOpen =
      pendingOf(standing.policies).length > 0 || standing.policies.some((one) => one.standing === 'guardian');
    answer<AgreementStanding>(res, {
      ...toldOf(standing, config.publicUrl, site.key),
      screen: isOpen ? screenAddress(config.publicUrl, site, key, of) : null,
    });
  });

  router.post('/:key/answers', async (req, res) => {
    const { person: reference, answers } = bodyOf(answersSchema, req);
    const site = await siteOf(req);
    const { key } = await agreementSettings(db, site);
    const records = await answerFor(db, site, pseudonym(key, reference), answers, { way: 'api' });
    answer<AgreementAnswers>(res, { records: records.map(told) });
  });
  router.post('/:key/ticks', async (req, res) => {
    const { person: reference, language, ticks } = bodyOf(ticksSchema, req);
    const site = await siteOf(req);
    const { key } = await agreementSettings(db, site);
    const records = await recordTicks(context, site, pseudonym(key, reference), language, ticks);
    answer<AgreementAnswers>(res, { records: records.map(told) });
  });
  router.use(noSuchPath);
  return router;
}

/** A standing as a site reads it. */
const toldOf = (standing: PersonStanding, publicUrl: string, key: string): Omit<AgreementStanding, 'screen'> => ({
  waits: isWaiting(standing),
  policies: standing.policies.map(({ policy: { name, titles, version, must }, standing: is, record }) => ({
    ...{ policy: name, titles, version, must, standing: is, since: record?.at ?? null },
    address: `${publicUrl}/g/${key}/policies/${name}`,
  })),
});
