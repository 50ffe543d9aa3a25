import type { Session } from '@douane/api';
import argon2 from 'argon2';
import { type Request, type RequestHandler, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { z } from 'zod';
import { answer } from '../answer';
import { type Person, personByEmail } from '../db/people.sql';
import { Problem } from '../problems';
import type { Services } from '../services';
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

export function sessionRoutes({ db }: Services, generateToken: (req: Request) => string): Router {
  const router = Router();
  const slow = rateLimit({
    windowMs: 60_000,
    limit: 20,
    standardHeaders: true,
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    handler: () => {
      throw new Problem(429, 'Too many attempts', 'Wait a minute and try again.');
    },
  });

  router.get('/session', (req, res) => {
    answer<Session>(res, { person: req.session.person ?? null, csrf: generateToken(req) });
  });

  router.post('/session', slow, async (req, res) => {
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
    await new Promise<void>((resolve, reject) => req.session.destroy((error) => (error ? reject(error) : resolve())));
    res.clearCookie('douane.sid').status(204).end();
  });
  return router;
}

export const requirePerson: RequestHandler = (req, _res, next) => {
  if (!req.session.person) throw new Problem(401, 'You are not signed in');
  next();
};

/** Whoever is signed in; only behind `requirePerson`. */
export const personOf = (req: Request): Person => req.session.person!;
