import type { CheckSummary } from '@douane/api';
import { type CheckedCase, type CheckReport, notChecked, slippedThings, withUnscanned } from '@douane/core/check';
import type { Queryable } from './db/db';
import { listItems } from './db/items.sql';
import type { Site } from './db/sites.sql';

/** A check's visits with what the site's scans know. Where nothing was scanned yet, that nothing was seen says nothing. */
export async function withScans(db: Queryable, site: Site, cases: CheckedCase[]): Promise<CheckedCase[]> {
  const scanned = await listItems(db, site.organisationId, site.id);
  return scanned.length > 0 ? withUnscanned(cases, scanned) : cases;
}

/** A few figures of a check, for lists. `version`: number of the release that it was held against. */
export const checkSummary = (report: CheckReport, version: number): CheckSummary => ({
  ...report.summary,
  things: slippedThings(report.cases).length,
  cases: report.cases.length,
  pages: report.pages.length,
  seconds: report.seconds,
  exposed: report.exposed?.length ?? 0,
  failed: notChecked(report.cases).length,
  version,
});
