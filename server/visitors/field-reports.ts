import { type FieldReport, fieldReportSchema, fieldSettings } from '@douane/core/field';
import { parseWith } from '@douane/core/setup';
import type { Db } from '../db/db';
import { addFieldCounts, type FieldCount } from '../db/field-reports.sql';
import { Problem } from '../problems';
import { acceptOrigin } from './record';
import type { Served } from './served-sites';

/** Counts wait this long for others, so that a busy site costs the database no more than a quiet one. */
const GATHER_MS = 1_000;
/** Different things that wait at once; what comes beyond that is told again by another page. */
const MOST_WAITING = 5_000;

/**
 * Field reports, added up before they are written down. What a report says can be made up by anybody, so it rules nothing:
 * it tells people where to look.
 */
export class FieldReports {
  private waiting = new Map<string, FieldCount>();
  private timer: NodeJS.Timeout | undefined;
  private writing = Promise.resolve();

  constructor(private readonly db: Db) {}

  /**
   * Takes what a page at `origin` told. Throws a problem where it is not right, or is told from elsewhere. What is told from
   * a staging address, or of a site that wants no reports, is dropped.
   */
  take({ site, release }: Served, origin: string, body: unknown): void {
    const { staging } = acceptOrigin({ release }, origin);
    const parsed = parseWith(fieldReportSchema, body);
    if (!parsed.ok) throw new Problem(422, 'The report is not right', undefined, parsed.problems);
    if (staging || fieldSettings(release.setup).share === 0) return;
    this.add(site, parsed.value);
  }

  /** Writes down what waits. */
  flush(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    const counts = [...this.waiting.values()];
    this.waiting = new Map();
    if (counts.length > 0) {
      this.writing = this.writing
        .then(() => addFieldCounts(this.db, counts))
        .catch((error) => console.error(`field reports: ${counts.length} counts are lost: ${error.message}`));
    }
    return this.writing;
  }

  private add({ organisationId, siteId }: Served['site'], { page, seen }: FieldReport): void {
    for (const { host, kind, held } of seen) {
      const key = [siteId, host, kind, page, held].join(' ');
      const known = this.waiting.get(key);
      if (known) known.count += 1;
      else if (this.waiting.size < MOST_WAITING) {
        this.waiting.set(key, { organisationId, siteId, page, host, kind, held, count: 1 });
      }
    }
    this.timer ??= setTimeout(() => void this.flush(), GATHER_MS);
  }
}
