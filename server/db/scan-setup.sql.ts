import { type ScanPlan, scanPlanSchema } from '@douane/core/coverage';
import type { SignIn } from '@douane/core/setup';
import type { Queryable } from './db';

export interface Notices {
  mail: string[];
  /** Where alarms are posted, and the sealed secret that they are signed with. */
  webhook?: { url: string; sealedSecret: string };
}

export interface Schedule {
  siteId: string;
  organisationId: string;
  cron: string;
  zone: string;
  nextAt: Date;
}

/** A recipe without what is to be filled in. */
export type OpenRecipe = Omit<SignIn, 'fields'> & { fields: { selector: string }[] };

/** A site's plan and who is told of alarms. */
export async function scanSetupOf(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<{ plan: ScanPlan; notices: Notices }> {
  const { rows } = await db.query(
    `SELECT scan_plan AS plan, notices FROM site WHERE organisation_id = $1 AND id = $2`,
    [organisationId, siteId],
  );
  return { plan: scanPlanSchema.parse(rows[0].plan), notices: rows[0].notices };
}

/** Keeps a site's plan as a whole. */
export async function saveScanPlan(db: Queryable, organisationId: string, siteId: string, plan: object): Promise<void> {
  await db.query(`UPDATE site SET scan_plan = $3 WHERE organisation_id = $1 AND id = $2`, [
    organisationId,
    siteId,
    plan,
  ]);
}

/** The visits that a site is checked with, as texts of cases; `null`: the usual ones. */
export async function checkCasesOf(db: Queryable, organisationId: string, siteId: string): Promise<string[] | null> {
  const { rows } = await db.query<{ cases: string[] | null }>(
    'SELECT check_cases AS cases FROM site WHERE organisation_id = $1 AND id = $2',
    [organisationId, siteId],
  );
  return rows[0]?.cases ?? null;
}

/** On which pages a site is checked: `all` that the last scan visited, one of each family of them, or those listed. */
export type CheckPages = 'all' | 'families' | string[];

/** On which pages a site is checked. */
export async function checkPagesOf(db: Queryable, organisationId: string, siteId: string): Promise<CheckPages> {
  const { rows } = await db.query<{ pages: CheckPages }>(
    'SELECT check_pages AS pages FROM site WHERE organisation_id = $1 AND id = $2',
    [organisationId, siteId],
  );
  return rows[0]?.pages ?? 'all';
}

/** Keeps them as a whole. */
export async function saveCheckPages(
  db: Queryable,
  organisationId: string,
  siteId: string,
  pages: CheckPages,
): Promise<void> {
  await db.query('UPDATE site SET check_pages = $3 WHERE organisation_id = $1 AND id = $2', [
    organisationId,
    siteId,
    JSON.stringify(pages),
  ]);
}

/** After what a site can be checked by itself: another release in force, an alarm of a scan, a look or visitors. */
export const CHECK_OCCASIONS = ['publishing', 'alarm'] as const;
export type CheckOccasion = (typeof CHECK_OCCASIONS)[number];

/** After what a site is checked by itself. */
export async function checkOccasionsOf(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<CheckOccasion[]> {
  const { rows } = await db.query<{ after: CheckOccasion[] }>(
    'SELECT check_after AS after FROM site WHERE organisation_id = $1 AND id = $2',
    [organisationId, siteId],
  );
  return rows[0]?.after ?? [];
}

/** Keeps them as a whole. */
export async function saveCheckOccasions(
  db: Queryable,
  organisationId: string,
  siteId: string,
  after: readonly CheckOccasion[],
): Promise<void> {
  await db.query('UPDATE site SET check_after = $3 WHERE organisation_id = $1 AND id = $2', [
    organisationId,
    siteId,
    after,
  ]);
}

/** Sites of all organisations that are to be checked since another release has come into force, and were not since. */
export async function sitesToCheck(db: Queryable): Promise<{ organisationId: string; siteId: string }[]> {
  const { rows } = await db.query<{ organisationId: string; siteId: string }>(
    `SELECT s.organisation_id AS "organisationId", s.id AS "siteId" FROM site s
     WHERE 'publishing' = ANY(s.check_after) AND (
       SELECT max(p.from_at) FROM publication p
       WHERE p.site_id = s.id AND p.called_off_at IS NULL AND p.from_at <= clock_timestamp()
     ) > coalesce((SELECT max(r.requested_at) FROM run r WHERE r.site_id = s.id AND r.kind = 'check'), '-infinity')`,
  );
  return rows;
}

/** Keeps them as a whole. */
export async function saveCheckCases(
  db: Queryable,
  organisationId: string,
  siteId: string,
  cases: readonly string[] | null,
): Promise<void> {
  await db.query('UPDATE site SET check_cases = $3 WHERE organisation_id = $1 AND id = $2', [
    organisationId,
    siteId,
    cases,
  ]);
}

/** Keeps who is told of a site's alarms as a whole. */
export async function saveNotices(
  db: Queryable,
  organisationId: string,
  siteId: string,
  notices: Notices,
): Promise<void> {
  await db.query(`UPDATE site SET notices = $3 WHERE organisation_id = $1 AND id = $2`, [
    organisationId,
    siteId,
    notices,
  ]);
}

/** A site's recipe for signing in, with its sealed secrets. `null`: it has none. */
export async function signInOf(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<{ recipe: OpenRecipe; sealed: string; savedAt: Date } | null> {
  const { rows } = await db.query(
    `SELECT recipe, sealed, saved_at AS "savedAt" FROM sign_in WHERE organisation_id = $1 AND site_id = $2`,
    [organisationId, siteId],
  );
  return rows[0] ?? null;
}

/** Keeps a site's recipe in place of the one before. */
export async function saveSignIn(
  db: Queryable,
  organisationId: string,
  siteId: string,
  recipe: OpenRecipe,
  sealed: string,
): Promise<void> {
  await db.query(
    `INSERT INTO sign_in (organisation_id, site_id, recipe, sealed) VALUES ($1, $2, $3, $4)
     ON CONFLICT (site_id) DO UPDATE SET recipe = excluded.recipe, sealed = excluded.sealed, saved_at = now()`,
    [organisationId, siteId, recipe, sealed],
  );
}

/** Deletes a site's recipe and its sealed secrets, if any. */
export async function deleteSignIn(db: Queryable, organisationId: string, siteId: string): Promise<void> {
  await db.query(`DELETE FROM sign_in WHERE organisation_id = $1 AND site_id = $2`, [organisationId, siteId]);
}

const SCHEDULE = `site_id AS "siteId", organisation_id AS "organisationId", cron, zone, next_at AS "nextAt"`;

/** When a site is scanned by itself. `null`: never. */
export async function scheduleOf(db: Queryable, organisationId: string, siteId: string): Promise<Schedule | null> {
  const { rows } = await db.query<Schedule>(
    `SELECT ${SCHEDULE} FROM schedule WHERE organisation_id = $1 AND site_id = $2`,
    [organisationId, siteId],
  );
  return rows[0] ?? null;
}

/** Keeps a site's schedule in place of the one before. */
export async function saveSchedule(db: Queryable, schedule: Schedule): Promise<void> {
  const { organisationId, siteId, cron, zone, nextAt } = schedule;
  await db.query(
    `INSERT INTO schedule (organisation_id, site_id, cron, zone, next_at) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (site_id) DO UPDATE SET cron = excluded.cron, zone = excluded.zone, next_at = excluded.next_at`,
    [organisationId, siteId, cron, zone, nextAt],
  );
}

/** Deletes a site's schedule, if any. */
export async function deleteSchedule(db: Queryable, organisationId: string, siteId: string): Promise<void> {
  await db.query(`DELETE FROM schedule WHERE organisation_id = $1 AND site_id = $2`, [organisationId, siteId]);
}

/** Schedules of all organisations whose time has come. */
export async function dueSchedules(db: Queryable, now: Date): Promise<Schedule[]> {
  const { rows } = await db.query<Schedule>(`SELECT ${SCHEDULE} FROM schedule WHERE next_at <= $1`, [now]);
  return rows;
}

/** Moves a schedule on; `false` where another worker has done so already. */
export async function moveSchedule(db: Queryable, { siteId, nextAt }: Schedule, next: Date): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE schedule SET next_at = $3 WHERE site_id = $1 AND date_trunc('milliseconds', next_at) = $2`,
    [siteId, nextAt, next],
  );
  return rowCount === 1;
}
