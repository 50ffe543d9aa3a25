import type { CheckSetup, CheckSummary } from '@douane/api';
import { allCases, caseText, parseCase, usualCases } from '@douane/core/check';
import { compileRelease } from '@douane/core/release';
import { Router } from 'express';
import { z } from 'zod';
import { saveCheckSetup } from '../acts/check-setup';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { releaseInForce } from '../db/releases.sql';
import { listRuns } from '../db/runs.sql';
import { CHECK_OCCASIONS, checkCasesOf, checkOccasionsOf } from '../db/scan-setup.sql';
import { Problem } from '../problems';
import { draftOf } from '../site-state';
import { today } from '../today';
import { bodyOf } from './body';
import { actorOf, siteOf } from './site-of';

export const caseTexts = z.array(z.string().trim().min(1).max(200)).min(1).max(500);
const setupSchema = z.strictObject({ cases: caseTexts.nullish(), after: z.array(z.enum(CHECK_OCCASIONS)).optional() });

/** Which visits a site is checked with. */
export function checkSetupRoutes(context: ServerContext): Router {
  const { db } = context;
  const router = Router();

  router.get('/sites/:siteId/check-setup', async (req, res) => {
    const site = await siteOf(context, req);
    const { organisationId, id } = site;
    const [chosen, after, inForce, runs] = await Promise.all([
      checkCasesOf(db, organisationId, id),
      checkOccasionsOf(db, organisationId, id),
      releaseInForce(db, organisationId, id),
      listRuns(db, organisationId, id, 'check'),
    ]);
    const release = inForce ?? compileRelease(await draftOf(db, site), 1, today());
    const last = runs.find(({ state }) => state === 'done')?.summary as CheckSummary | undefined;
    answer<CheckSetup>(res, {
      usual: usualCases(release).map(caseText),
      all: allCases(release).map(caseText),
      chosen,
      after,
      secondsPerCase: last?.seconds && last.cases > 0 ? last.seconds / last.cases : null,
    });
  });

  router.put('/sites/:siteId/check-setup', async (req, res) => {
    const site = await siteOf(context, req);
    const { cases, after } = bodyOf(setupSchema, req);
    const release =
      (await releaseInForce(db, site.organisationId, site.id)) ?? compileRelease(await draftOf(db, site), 1, today());
    const problems = (cases ?? []).flatMap((text, i) => {
      const read = parseCase(text, release);
      return typeof read === 'string' ? [{ path: `cases.${i}`, message: read }] : [];
    });
    if (problems.length > 0) throw new Problem(422, 'Some fields are not right', undefined, problems);
    await saveCheckSetup(context, actorOf(req), site.id, { cases, after });
    res.status(204).end();
  });

  return router;
}
