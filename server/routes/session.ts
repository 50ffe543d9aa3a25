import type { Session } from '@douane/api';
import argon2 from 'argon2';
import { type Request, type RequestHandler, Router } from 'express';
import { ipKeyGenerator, type Options, rateLimit } from 'express-rate-limit';
import { z } from 'zod';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { type Person, personByEmail, personById } from '../db/people.sql';
import { Problem } from '../problems';
import { bodyOf } from './body';

declare module 'express-session' {
  interface SessionData {
    person: Person;
  }
}

const signInSchema = z.strictObject({
  email: z.email('an e-mail address'),
  password: z.string().min(1, 'must not be empty'),
});

/** A hash of nothing anybody types, so that an unknown address takes as long as a wrong password. */
const NOBODY = argon2.hash('nobody', { type: argon2.argon2id });

/** Failed attempts for one account, from wherever: guessing at it is over soon. */
const PER_ACCOUNT = { windowMs: 5 * 60_000, limit: 10 };
/** Failed attempts from one address: a whole office may share it, and ten of its people may mistype at once. */
const PER_ADDRESS = { windowMs: 60_000, limit: 60 };

function failedOnly(limits: Pick<Options, 'windowMs' | 'limit'>, keyGenerator: Options['keyGenerator']) {
  return rateLimit({
    ...limits,
    keyGenerator,
    standardHeaders: true,
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    // What is odd about forwarded headers is told at the start and on the board.
    validate: { xForwardedForHeader: false, forwardedHeader: false },
    handler: () => {
      const minutes = Math.ceil(limits.windowMs / 60_000);
      throw new Problem(
        429,
        'Too many attempts',
        `Wait ${minutes === 1 ? 'a minute' : `${minutes} minutes`} and try again.`,
      );
    },
  });
}

const accountOf = (req: Request) =>
  String((req.body as { email?: unknown } | undefined)?.email ?? '')
    .trim()
    .toLowerCase();

/** Signing in and out. Nobody has a session before he signs in, so strangers leave nothing behind. */
export function sessionRoutes({ db }: Pick<ServerContext, 'db'>, generateToken: (req: Request) => string): Router {
  const router = Router();
  const perAddress = failedOnly(PER_ADDRESS, (req) => ipKeyGenerator(req.ip ?? ''));
  const perAccount = failedOnly(PER_ACCOUNT, (req) => accountOf(req).slice(0, 300));

  router.get('/session', async (req, res) => {
    const person = await signedIn({ db }, req);
    answer<Session>(res, { person, csrf: person ? generateToken(req) : '' });
  });

  router.post('/session', perAddress, perAccount, async (req, res) => {
    const { email, password } = bodyOf(signInSchema, req);
    const found = await personByEmail(db, email);
    const right = await argon2.verify(found?.passwordHash ?? (await NOBODY), password);
    if (!found || !right) throw new Problem(401, 'E-mail address or password is wrong');
    const { passwordHash: _hash, ...person } = found;
    // A new session id, so that one planted before signing in is worth nothing.
    await new Promise<void>((resolve, reject) =>
      req.session.regenerate((error) => (error ? reject(error) : resolve())),
    );
    req.session.person = person;
    answer<Session>(res, { person, csrf: generateToken(req) });
  });

  router.delete('/session', async (req, res) => {
    await endSession(req);
    res.clearCookie('douane.sid').status(204).end();
  });
  return router;
}

const endSession = (req: Request) =>
  new Promise<void>((resolve, reject) => req.session.destroy((error) => (error ? reject(error) : resolve())));

/** Whoever the session is of, as he is now; one who has gone since is nobody. */
async function signedIn({ db }: Pick<ServerContext, 'db'>, req: Request): Promise<Person | null> {
  const kept = req.session.person;
  if (!kept) return null;
  const person = await personById(db, kept.id);
  if (person) req.session.person = person;
  else await endSession(req);
  return person;
}

/** Lets only those pass who are signed in; 401 for the rest. */
export function requirePerson(context: Pick<ServerContext, 'db'>): RequestHandler {
  return async (req, _res, next) => {
    if (!(await signedIn(context, req))) throw new Problem(401, 'You are not signed in');
    next();
  };
}

/** Whoever is signed in; only behind `requirePerson`. */
export const personOf = (req: Request): Person => req.session.person!;
