import { randomUUID } from 'node:crypto';
import { submissionProblems, submissionSchema } from '@douane/core/consent';
import { decide, parsePlace } from '@douane/core/regimes';
import { parseWith, rulesOf } from '@douane/core/setup';
import express, { type Request, type Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { UAParser } from 'ua-parser-js';
import { appendRecord } from '../db/records.sql';
import { siteByKey } from '../db/sites.sql';
import { gateFile, versionOf } from '../db/versions.sql';
import { announce } from '../live';
import { notFound, Problem } from '../problems';
import type { Services } from '../services';

/** How long a pointer may be kept before it is asked for again, in seconds. */
const POINTER_LIFE = 60;

/** All that a visitor's browser reaches: `/g/SITE/gate.js`, its hashed files, the place, the recorder. */
export function visitorRoutes({ db, placeOf }: Services): Router {
  const router = Router();
  const limit = rateLimit({
    windowMs: 60_000,
    limit: 600,
    standardHeaders: true,
    legacyHeaders: false,
    handler: () => {
      throw new Problem(429, 'Too many records from this address', 'Wait a minute and try again.');
    },
  });

  router.use((_req, res, next) => {
    res.set({ 'cross-origin-resource-policy': 'cross-origin', 'x-content-type-options': 'nosniff' });
    next();
  });

  router.get('/:key/place', (req, res) => {
    res.set({ 'access-control-allow-origin': '*', 'cache-control': 'private, no-store' }).json({ place: placeOf(req) });
  });

  // The body comes as text, so that the browser needs no preflight request.
  router.post('/:key/records', limit, express.text({ type: () => true, limit: '8kb' }), record);

  router.get('/:key/:file', async (req, res) => {
    const file = await gateFile(db, req.params.key, req.params.file);
    if (!file) throw notFound('file of this gate');
    const life = file.immutable ? 'public, max-age=31536000, immutable' : `public, max-age=${POINTER_LIFE}`;
    res.set({ 'access-control-allow-origin': '*', 'cache-control': life }).type(file.type).send(file.body);
  });

  /** Answers 201 only when the record is committed; the gate releases nothing before that. */
  async function record(req: Request, res: Response): Promise<void> {
    const site = await siteByKey(db, String(req.params.key));
    if (!site) throw notFound('site');
    const origin = req.get('origin') ?? '';
    const { addresses, staging } = site.setup.site;
    const clean = (list: string[]) => list.map((address) => new URL(address).origin);
    const onStaging = clean(staging).includes(origin);
    if (!onStaging && !clean(addresses).includes(origin)) {
      throw new Problem(
        403,
        'Records are taken from the site’s own addresses only',
        origin ? `${origin} is not one of them.` : undefined,
      );
    }
    res.set({ 'access-control-allow-origin': origin, vary: 'origin' });

    const parsed = parseWith(submissionSchema, jsonOf(req.body));
    if (!parsed.ok) throw new Problem(422, 'The record is not right', undefined, parsed.problems);
    const submission = parsed.value;
    const version = await versionOf(db, site.organisationId, site.id, submission.version);
    if (!version) {
      throw new Problem(422, 'The record is not right', undefined, [
        { path: 'version', message: `version ${submission.version} was never published` },
      ]);
    }
    const problems = submissionProblems(submission, version.setup);
    if (problems.length > 0) throw new Problem(422, 'The record is not right', undefined, problems);

    const signals = { gpc: submission.gpc };
    const choice = { purposes: submission.purposes, gpc: submission.gpc };
    const { regimes } = decide(parsePlace(submission.place), signals, choice, rulesOf(version.setup));
    const written = await appendRecord(db, site.organisationId, site.id, {
      id: randomUUID(),
      site: site.key,
      version: submission.version,
      regimes,
      place: submission.place,
      language: submission.language,
      purposes: submission.purposes,
      method: submission.method,
      signals,
      agent: agentFamily(req.get('user-agent')),
      test: onStaging || submission.test === true,
      replaces: submission.replaces,
    });
    res.status(201).json({ id: written.id, hash: written.hash, at: written.at });
    // The visitor has his answer; an interface that misses this shows the record at its next look.
    announce(db, { organisationId: site.organisationId, siteId: site.id, what: 'records' }).catch((error) =>
      console.error(`announce: ${error.message}`),
    );
  }
  return router;
}

function jsonOf(body: unknown): unknown {
  try {
    return JSON.parse(String(body));
  } catch {
    throw new Problem(400, 'The body is not JSON');
  }
}

/** Family and major version only; the whole text would help to recognise a person. */
function agentFamily(text: string | undefined): string {
  const { name, major } = new UAParser(text).getBrowser();
  return [name, major].filter(Boolean).join(' ') || 'unknown';
}
