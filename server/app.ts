import path from 'node:path';
import connectPgSimple from 'connect-pg-simple';
import { csrfSync } from 'csrf-sync';
import express, { type Express } from 'express';
import session from 'express-session';
import helmet from 'helmet';
import { answerProblem, noSuchPath } from './problems';
import { boardRoutes } from './routes/board';
import { classifyRoutes } from './routes/classify';
import { draftRoutes } from './routes/draft';
import { knowledgeRoutes } from './routes/knowledge';
import { recordRoutes } from './routes/records';
import { rulingsFileRoutes } from './routes/rulings-file';
import { runRoutes } from './routes/runs';
import { scanSetupRoutes } from './routes/scan-setup';
import { scanRoutes } from './routes/scans';
import { schemaRoutes } from './routes/schemas';
import { serviceRecordRoutes } from './routes/service-records';
import { requirePerson, sessionRoutes } from './routes/session';
import type { Services } from './services';
import { visitorRoutes } from './visitors/routes';

/** The whole HTTP side: the interface and its API for people, `/g/…` for visitors. Keeps no state of its own. */
export function createApp(services: Services): Express {
  const { db, config } = services;
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', config.trustProxy);

  app.use('/g', visitorRoutes(services));

  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          imgSrc: ["'self'", 'data:'],
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

  const Store = connectPgSimple(session);
  const sessions = session({
    name: 'douane.sid',
    store: new Store({ pool: db, tableName: 'session', pruneSessionInterval: false }),
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
  api.use(express.json({ limit: '2mb' }), sessions, csrf.csrfSynchronisedProtection);
  api.use(sessionRoutes(services, csrf.generateToken));
  // Nobody's data, so they need no person.
  api.use(schemaRoutes());
  api.use(requirePerson);
  api.use(
    boardRoutes(services),
    runRoutes(services),
    scanSetupRoutes(services),
    scanRoutes(services),
    classifyRoutes(services),
    rulingsFileRoutes(services),
    serviceRecordRoutes(services),
    knowledgeRoutes(services),
    draftRoutes(services),
    recordRoutes(services),
  );
  api.use(noSuchPath);
  app.use('/api', api);

  const built = path.join(config.root, 'dist/web');
  app.use(express.static(built, { index: false, maxAge: '1y', immutable: true, setHeaders: headersForBuilt }));
  app.get('/{*path}', (_req, res) => res.set('cache-control', 'no-cache').sendFile(path.join(built, 'index.html')));
  app.use(answerProblem);
  return app;
}

/** Pages have fixed names and point to files named by their hash. The preview's frame has no origin, so it asks across. */
function headersForBuilt(res: { setHeader(name: string, value: string): void }, file: string): void {
  if (file.endsWith('.html')) res.setHeader('cache-control', 'no-cache');
  else res.setHeader('access-control-allow-origin', '*');
}
