import type { Item } from '@douane/core/observe';
import type { HarEntry, PageRecord } from '@douane/scanner';
import { asJson } from './clean';
import type { Queryable } from './db';

/** Keeps a page as it is done; one that is there already was done by a worker taken for dead, and stays. */
export async function insertScanPage(
  db: Queryable,
  organisationId: string,
  runId: string,
  record: PageRecord,
  har: readonly HarEntry[],
): Promise<void> {
  await db.query(
    `INSERT INTO scan_page (organisation_id, run_id, url, after_yes, record, har) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (run_id, md5(url), after_yes) DO NOTHING`,
    [organisationId, runId, record.page.url, record.afterYes, record, har.length > 0 ? asJson(har) : null],
  );
}

/** What a scan noted of each page, in the order of visiting. */
export async function listScanPages(db: Queryable, organisationId: string, runId: string): Promise<PageRecord[]> {
  const { rows } = await db.query<{ record: PageRecord }>(
    `SELECT record FROM scan_page WHERE organisation_id = $1 AND run_id = $2 AND record IS NOT NULL ORDER BY number`,
    [organisationId, runId],
  );
  return rows.map(({ record }) => record);
}

/** The requests of a scan, page by page; empty where they were not kept. */
export async function listHar(db: Queryable, organisationId: string, runId: string): Promise<HarEntry[][]> {
  const { rows } = await db.query<{ har: HarEntry[] }>(
    `SELECT har FROM scan_page WHERE organisation_id = $1 AND run_id = $2 AND har IS NOT NULL ORDER BY number`,
    [organisationId, runId],
  );
  return rows.map(({ har }) => har);
}

/** After a scan only its requests are of use, and those of the newest two scans of a site. */
export async function tidyScanPages(
  db: Queryable,
  organisationId: string,
  siteId: string,
  runId: string,
): Promise<void> {
  await db.query(`UPDATE scan_page SET record = NULL WHERE organisation_id = $1 AND run_id = $2`, [
    organisationId,
    runId,
  ]);
  await db.query(
    `DELETE FROM scan_page WHERE organisation_id = $1 AND (har IS NULL OR run_id NOT IN (
       SELECT id FROM run WHERE organisation_id = $1 AND site_id = $2 AND kind = 'scan' ORDER BY requested_at DESC LIMIT 2))
     AND run_id IN (SELECT id FROM run WHERE organisation_id = $1 AND site_id = $2
       AND state NOT IN ('queued', 'running', 'cancelling') OR id = $3)`,
    [organisationId, siteId, runId],
  );
}

/** Keeps what a scan found; what a worker that died had kept of it already is replaced. */
export async function insertScanItems(
  db: Queryable,
  organisationId: string,
  runId: string,
  items: readonly Item[],
): Promise<void> {
  const rows = items.map(({ kind, name, host, ...facts }) => ({ kind, name, host, facts }));
  await db.query(`DELETE FROM scan_item WHERE organisation_id = $1 AND run_id = $2`, [organisationId, runId]);
  await db.query(
    `INSERT INTO scan_item (organisation_id, run_id, kind, name, host, facts)
     SELECT $1, $2, x.kind, x.name, x.host, x.facts
     FROM jsonb_to_recordset($3) AS x(kind text, name text, host text, facts jsonb)`,
    [organisationId, runId, asJson(rows)],
  );
}

/** The items that one scan found, third parties first. */
export async function listScanItems(db: Queryable, organisationId: string, runId: string): Promise<Item[]> {
  const { rows } = await db.query(
    `SELECT kind, name, host, facts FROM scan_item WHERE organisation_id = $1 AND run_id = $2
     ORDER BY facts->>'party' DESC, host, kind, name`,
    [organisationId, runId],
  );
  return rows.map(({ facts, ...row }) => ({ ...facts, ...row }));
}
