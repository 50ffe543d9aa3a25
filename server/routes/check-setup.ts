import type { CheckSetup, CheckSummary } from '@douane/api';
import { allCases, caseText, parseCase, usualCases } from '@douane/core/check';
import { compileRelease } from '@douane/core/release';
import { webAddress } from '@douane/core/setup';
import { Router } from 'express';
import { z } from 'zod';
import { saveCheckSetup } from '../acts/check-setup';
import { answer } from '../answer';
import { MOST_CHECKED_PAGES, pagesToCheck } from '../check-pages';
import type { ServerContext } from '../context';
import { releaseInForce } from '../db/releases.sql';
import { listRuns } from '../db/runs.sql';
import { CHECK_OCCASIONS, checkCasesOf, checkOccasionsOf, checkPagesOf } from '../db/scan-setup.sql';
import { Problem } from '../problems';
import { draftOf } from '../site-state';
import { today } from '../today';
import { bodyOf } from './body';
import { actorOf, siteOf } from './site-of';

export const caseTexts = z.array(z.string().trim().min(1).max(200)).min(1).max(500);
const setupSchema = z.strictObject({
  cases: caseTexts.nullish(),
  after: z.array(z.enum(CHECK_OCCASIONS)).optional(),
  pages: z
    .union([
      z.enum(['all', 'families']),
      z.array(webAddress).min(1, 'at least one page').max(MOST_CHECKED_PAGES, `at most ${MOST_CHECKED_PAGES} pages`),
    ])
    .optional(),
});

/** Which visits a site is checked with. */
export function checkSetupRoutes(context: ServerContext): Router {
  const { db } = context;
  const router = Router();

  router.get('/sites/:siteId/check-setup', async (req, res) => {
    const site = await siteOf(context, req);
    const { organisationId, id } = site;
    const [chosen, after, pages, next, inForce, runs] = await Promise.all([
      checkCasesOf(db, organisationId, id),
      checkOccasionsOf(db, organisationId, id),
      checkPagesOf(db, organisationId, id),
      pagesToCheck(db, organisationId, id),
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
      pages,
      pageCount: next?.length ?? null,
      // Most of a visit is waiting, page by page.
      secondsPerCase:
        last?.seconds && last.cases > 0
          ? (last.seconds / last.cases) * ((next?.length ?? last.pages) / Math.max(1, last.pages))
          : null,
    });
  });

  router.put('/sites/:siteId/check-setup', async (req, res) => {
    const site = await siteOf(context, req);
    const { cases, pages, after } = bodyOf(setupSchema, req);
    const release =
      (await releaseInForce(db, site.organisationId, site.id)) ?? compileRelease(await draftOf(db, site), 1, today());
    const problems = (cases ?? []).flatMap((text, i) => {
      const read = parseCase(text, release);
      return typeof read === 'string' ? [{ path: `cases.${i}`, message: read }] : [];
    });
    if (problems.length > 0) throw new Problem(422, 'Some fields are not right', undefined, problems);
    const { addresses, staging } = site.setup.site;
    const own = new Set([...addresses, ...staging].map((one) => new URL(one).origin));
    const strange = typeof pages === 'object' ? pages.find((page) => !own.has(new URL(page).origin)) : undefined;
    if (strange !== undefined) {
      const message = `${strange} is on none of the site’s addresses: ${[...own].join(', ')}`;
      throw new Problem(422, 'Some fields are not right', undefined, [{ path: 'pages', message }]);
    }
    await saveCheckSetup(context, actorOf(req), site.id, { cases, pages, after });
    res.status(204).end();
  });

  return router;
}
