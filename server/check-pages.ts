import { onePerFamily } from '@douane/core/coverage';
import type { Queryable } from './db/db';
import { listRuns, visitedPages } from './db/runs.sql';
import { checkPagesOf } from './db/scan-setup.sql';

/** Most pages of a visit. */
export const MOST_CHECKED_PAGES = 40;

/** Addresses that each visit of a site's checks goes to. `undefined`: no scan visited any, so they have to be found. */
export async function pagesToCheck(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<string[] | undefined> {
  const chosen = await checkPagesOf(db, organisationId, siteId);
  if (typeof chosen !== 'string') return chosen.slice(0, MOST_CHECKED_PAGES);
  const last = (await listRuns(db, organisationId, siteId, 'scan')).find((scan) => scan.state === 'done');
  const pages = last ? await visitedPages(db, organisationId, last.id) : [];
  if (pages.length === 0) return undefined;
  return (chosen === 'families' ? onePerFamily(pages) : pages).slice(0, MOST_CHECKED_PAGES);
}
