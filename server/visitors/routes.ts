import { parseAge } from '@douane/core/check';
import { choiceIn } from '@douane/core/consent/choice-cookie';
import { comesByItself, quietPaths } from '@douane/core/hold';
import { decide, parsePlace } from '@douane/core/regimes';
import { Router, text } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { ServerContext } from '../context';
import { notFound, Problem } from '../problems';
import { agreementScreen } from './agreement-screen';
import { visitorHeaders } from './headers';
import { jsonOf } from './json-of';
import { policyRoutes } from './policies';

/** How long a pointer may be kept before it is asked for again, in seconds. */
const POINTER_LIFE = 60;

/** Field reports that one address may send within a minute; behind a proxy an office is one address. */
const MOST_REPORTS = { windowMs: 60_000, limit: 120 };

/**
 * What a visitor's browser reaches beside the recorder: `/g/SITE/gate.js`, its hashed files, policies, the place, the
 * decision, and where it sends field reports.
 */
export function visitorRoutes(context: ServerContext): Router {
  const { placeOf, served, fieldReports } = context;
  const router = Router();
  router.use((_req, res, next) => {
    visitorHeaders(res);
    next();
  });

  router.use(policyRoutes(context));
  router.use(agreementScreen(context));

  router.get('/:key/place', (req, res) => {
    res.set({ 'access-control-allow-origin': '*', 'cache-control': 'private, no-store' }).json({ place: placeOf(req) });
  });

  // For a server or an edge that asks on its visitor's behalf, with the visitor's headers.
  router.get('/:key/decision', async (req, res) => {
    const site = await served.site(req.params.key);
    const inForce = site && (await served.inForce(site));
    if (!inForce) throw notFound('release in force');
    const place = placeOf(req);
    const age = parseAge(String(req.query.age ?? ''));
    const signals = {
      // The one value that the signal has (Global Privacy Control, section 3.1).
      gpc: req.get('sec-gpc') === '1',
      ...(age !== null && { age }),
      ...(req.query.guardian === 'true' && { guardian: true }),
    };
    const choice = choiceIn(req.get('cookie') ?? '', Math.floor(Date.now() / 1000));
    const decision = decide(parsePlace(place), signals, choice, inForce.release.rules);
    const { regimes, ask, granted, barred, gpcObeyed } = decision;
    const quiet = quietPaths(inForce.release.setup.banner.asking?.notOn, site.paused);
    const comes = comesByItself(ask, quiet, String(req.query.path ?? '/'));
    res
      .set({ 'cache-control': 'private, no-store', vary: 'cookie, sec-gpc' })
      .json({ release: inForce.release.number, place, regimes, ask, comes, granted, barred, gpcObeyed });
  });

  router.get('/:key/:file', async (req, res) => {
    const { key, file: name } = req.params;
    const site = await served.site(key);
    const file = site && (name === 'gate.js' ? await pointerOf(site) : await served.file(site, name));
    if (!file) throw notFound('file of this gate');
    const life = name === 'gate.js' ? `public, max-age=${POINTER_LIFE}` : 'public, max-age=31536000, immutable';
    res.set({ 'access-control-allow-origin': '*', 'cache-control': life }).type(file.type).send(file.body);
  });

  const limit = rateLimit({
    ...MOST_REPORTS,
    legacyHeaders: false,
    // What is odd about forwarded headers is told at the start and on the board.
    validate: { xForwardedForHeader: false, forwardedHeader: false },
    handler: () => {
      throw new Problem(429, 'Too many reports from this address', 'Wait a minute and try again.');
    },
  });
  router.post('/:key/field-reports', limit, text({ type: () => true, limit: '8kb' }), async (req, res) => {
    res.set('access-control-allow-origin', '*');
    const site = await served.site(String(req.params.key));
    if (!site) throw notFound('site');
    const inForce = await served.inForce(site);
    if (!inForce) throw new Problem(409, 'Nothing is published at this site yet');
    fieldReports.take(inForce, req.get('origin') ?? '', jsonOf(req.body));
    res.status(204).end();
  });

  async function pointerOf(site: Parameters<typeof served.inForce>[0]) {
    const inForce = await served.inForce(site);
    return inForce && { body: site.paused ? inForce.pausedPointer : inForce.pointer, type: 'text/javascript' };
  }
  return router;
}
