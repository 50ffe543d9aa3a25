import express, { type Request, type Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { ServerContext } from '../context';
import { notFound, Problem } from '../problems';
import { acceptOrigin, recordChoice } from './record';

/** How long a pointer may be kept before it is asked for again, in seconds. */
const POINTER_LIFE = 60;

/** All that a visitor's browser reaches: `/g/SITE/gate.js`, its hashed files, the place, the recorder. */
export function visitorRoutes({ placeOf, served, ledgers }: ServerContext): Router {
  const router = Router();
  const limit = rateLimit({
    windowMs: 60_000,
    limit: 600,
    standardHeaders: false,
    legacyHeaders: false,
    // It would look at every request; what is odd about forwarded headers is told at the start and on the board.
    validate: false,
    handler: () => {
      throw new Problem(429, 'Too many records from this address', 'Wait a minute and try again.');
    },
  });

  router.use((_req, res, next) => {
    res.setHeader('cross-origin-resource-policy', 'cross-origin');
    res.setHeader('x-content-type-options', 'nosniff');
    next();
  });

  router.get('/:key/place', (req, res) => {
    res.set({ 'access-control-allow-origin': '*', 'cache-control': 'private, no-store' }).json({ place: placeOf(req) });
  });

  // The body comes as text, so that the browser needs no preflight request.
  router.post('/:key/records', limit, express.text({ type: () => true, limit: '8kb' }), record);

  router.get('/:key/:file', async (req, res) => {
    const { key, file: name } = req.params;
    const site = await served.site(key);
    const file = site && (name === 'gate.js' ? await pointerOf(site) : await served.file(site, name));
    if (!file) throw notFound('file of this gate');
    const life = name === 'gate.js' ? `public, max-age=${POINTER_LIFE}` : 'public, max-age=31536000, immutable';
    res.set({ 'access-control-allow-origin': '*', 'cache-control': life }).type(file.type).send(file.body);
  });

  async function pointerOf(site: Parameters<typeof served.inForce>[0]) {
    const inForce = await served.inForce(site);
    return inForce && { body: inForce.pointer, type: 'text/javascript' };
  }

  /** Answers 201 only when the record is committed; the gate releases nothing before that. */
  async function record(req: Request, res: Response): Promise<void> {
    const site = await served.site(String(req.params.key));
    if (!site) throw notFound('site');
    const inForce = await served.inForce(site);
    if (!inForce) throw new Problem(409, 'Nothing is published at this site yet');
    const origin = req.get('origin') ?? '';
    const { staging } = acceptOrigin(inForce, origin);
    res.setHeader('access-control-allow-origin', origin);
    res.setHeader('vary', 'origin');
    const sent = { body: jsonOf(req.body), origin, userAgent: req.get('user-agent') };
    const { id, hash, at } = await recordChoice(inForce, sent, staging, { served, ledgers });
    // Written as it is: nobody asks for this answer twice, so it needs no mark to be known again by.
    res.setHeader('content-type', 'application/json');
    res.status(201).end(JSON.stringify({ id, hash, at }));
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
