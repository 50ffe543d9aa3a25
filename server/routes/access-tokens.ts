import type { AccessTokenList, MadeAccessToken } from '@douane/api';
import { Router } from 'express';
import { z } from 'zod';
import { makeAccessToken, withdrawAccessToken } from '../acts/access-tokens';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { listAccessTokens } from '../db/access-tokens.sql';
import { bodyOf } from './body';
import { personOf } from './session';
import { actorOf } from './site-of';

const tokenSchema = z.strictObject({ name: z.string().trim().min(1, 'say what it is for').max(100) });

/** Tokens for pipelines; see `pipeline.ts`. */
export function accessTokenRoutes(context: ServerContext): Router {
  const router = Router();

  router.get('/access-tokens', async (req, res) => {
    answer<AccessTokenList>(res, { tokens: await listAccessTokens(context.db, personOf(req).organisationId) });
  });

  router.post('/access-tokens', async (req, res) => {
    const { name } = bodyOf(tokenSchema, req);
    answer<MadeAccessToken>(res, await makeAccessToken(context, actorOf(req), name), 201);
  });

  router.delete('/access-tokens/:tokenId', async (req, res) => {
    await withdrawAccessToken(context, actorOf(req), req.params.tokenId);
    res.status(204).end();
  });
  return router;
}
