import path from 'node:path';
import connectPgSimple from 'connect-pg-simple';
import { csrfSync } from 'csrf-sync';
import express, { type Express } from 'express';
import session from 'express-session';
import helmet from 'helmet';
import type { ServerContext } from './context';
import { answerProblem, noSuchPath } from './problems';
import { accessTokenRoutes } from './routes/access-tokens';
import { agreementApiRoutes } from './routes/agreement-api';
import { agreementRoutes } from './routes/agreements';
import { boardRoutes } from './routes/board';
import { checkSetupRoutes } from './routes/check-setup';
import { classifyRoutes } from './routes/classify';
import { knowledgeRoutes } from './routes/knowledge';
import { lookRoutes } from './routes/looks';
import { nameFamilyRoutes } from './routes/name-families';
import { pipelineRoutes } from './routes/pipeline';
import { policyRoutes } from './routes/policies';
import { recordRoutes } from './routes/records';
import { regionRoutes } from './routes/regions';
import { releaseRoutes } from './routes/releases';
import { rulingsFileRoutes } from './routes/rulings-file';
import { runRoutes } from './routes/runs';
import { scanSetupRoutes } from './routes/scan-setup';
import { scanRoutes } from './routes/scans';
import { schemaRoutes } from './routes/schemas';
import { serviceRecordRoutes } from './routes/service-records';
import { requirePerson, sessionRoutes } from './routes/session';
import { visitorRoutes } from './visitors/routes';

/**
 * The whole HTTP side: the interface and its API for people, `/g/…` for visitors. `close` ends what it started besides.
 */
export function createApp(context: ServerContext): { app: Express; close(): void } {
  const { db, config, surroundings } = context;
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', config.trustProxy);

  app.use((req, _res, next) => {
    surroundings.notice(req);
    next();
  });
  app.use('/g', visitorRoutes(context));

  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          // A logo that is chosen from a file is drawn from there.
          imgSrc: ["'self'", 'data:', 'blob:'],
          styleSrc: ["'self'", "'unsafe-inline'"],
          frameSrc: ["'self'"],
          frameAncestors: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      // Visitors' files carry no such header, and one origin may not ask for both.
      originAgentCluster: false,
      strictTransportSecurity: config.publicUrl.startsWith('https:'),
    }),
  );

  app.use('/api/pipeline', pipelineRoutes(context));
  app.use('/api/agreements', agreementApiRoutes(context));

  const Store = connectPgSimple(session);
  const store = new Store({ pool: db, tableName: 'session', pruneSessionInterval: PRUNE_SESSIONS_SECONDS });
  const sessions = session({
    name: 'douane.sid',
    store,
    secret: config.sessionSecret,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: {
      httpOnly: true,
      sameSite: 'lax',
      secure: config.publicUrl.startsWith('https:'),
      maxAge: 12 * 3600 * 1000,
    },
  });
  const csrf = csrfSync({ getTokenFromRequest: (req) => req.headers['x-csrf-token'] as string | undefined });

  const api = express.Router();
  api.use((_req, res, next) => {
    res.set('cache-control', 'no-store');
    next();
  });
  // A policy may have two hundred pages, in several languages; so much is taken from those who are signed in alone.
  api.use('/sites/:siteId/policies', sessions, requirePerson(context), express.json({ limit: '16mb' }));
  // A body has to say that it is JSON, which no other site can have a browser send without asking first.
  api.use(express.json({ limit: '2mb' }), sessions);
  api.use((req, res, next) => {
    if (req.session.person) csrf.csrfSynchronisedProtection(req, res, next);
    else next(); // only one who is signed in has something that another site could misuse
  });
  api.use(sessionRoutes(context, csrf.generateToken));
  // Nobody's data, so they need no person.
  api.use(schemaRoutes());
  api.use(requirePerson(context));
  api.use(
    boardRoutes(context),
    runRoutes(context),
    scanSetupRoutes(context),
    checkSetupRoutes(context),
    scanRoutes(context),
    classifyRoutes(context),
    nameFamilyRoutes(context),
    rulingsFileRoutes(context),
    serviceRecordRoutes(context),
    knowledgeRoutes(context),
    releaseRoutes(context),
    lookRoutes(context),
    policyRoutes(context),
    agreementRoutes(context),
    regionRoutes(context),
    recordRoutes(context),
    accessTokenRoutes(context),
  );
  api.use(noSuchPath);
  app.use('/api', api);

  const built = path.join(config.root, 'dist/web');
  app.use(express.static(built, { index: false, maxAge: '1y', immutable: true, setHeaders: headersForBuilt }));
  app.get('/{*path}', (_req, res) => res.set('cache-control', 'no-cache').sendFile(path.join(built, 'index.html')));
  app.use(answerProblem);
  return { app, close: () => store.close() };
}

/** Sessions that have ended are taken away this often. */
const PRUNE_SESSIONS_SECONDS = 15 * 60;

/** Pages have fixed names and point to files named by their hash. The preview's frame has no origin, so it asks across. */
function headersForBuilt(res: { setHeader(name: string, value: string): void }, file: string): void {
  if (file.endsWith('.html')) res.setHeader('cache-control', 'no-cache');
  else res.setHeader('access-control-allow-origin', '*');
}
