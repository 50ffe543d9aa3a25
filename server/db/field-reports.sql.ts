import { FIELD_DAYS, type FieldHost, type FieldSighting } from '@douane/core/field';
import { asJson } from './clean';
import type { Queryable } from './db';

/** How often one thing was told of since it was written down last. */
export interface FieldCount extends FieldSighting {
  organisationId: string;
  siteId: string;
  page: string;
  count: number;
}

/** Different things that are written down of a site in a day. Who sends made-up ones without end fills no table. */
const MOST_A_DAY = 2_000;
const RECENT = `f.day > CURRENT_DATE - ${FIELD_DAYS}`;

/** Adds to the day's counts. */
export async function addFieldCounts(db: Queryable, counts: readonly FieldCount[]): Promise<void> {
  await db.query(
    `WITH told AS (
       SELECT * FROM jsonb_to_recordset($1) AS t("organisationId" uuid, "siteId" uuid, host text, kind text, page text,
         held boolean, count integer)
     ), numbered AS (
       SELECT t.*, row_number() OVER (PARTITION BY t."siteId")
         + (SELECT count(*) FROM field_report f WHERE f.site_id = t."siteId" AND f.day = CURRENT_DATE) AS nth
       FROM told t
     )
     INSERT INTO field_report AS f (organisation_id, site_id, day, host, kind, page, held, count)
     SELECT n."organisationId", n."siteId", CURRENT_DATE, n.host, n.kind, n.page, n.held, n.count FROM numbered n
     WHERE n.nth <= $2 OR EXISTS (
       SELECT FROM field_report e WHERE e.site_id = n."siteId" AND e.day = CURRENT_DATE AND e.host = n.host
         AND e.kind = n.kind AND e.page = n.page AND e.held = n.held)
     ON CONFLICT (site_id, day, host, kind, page, held) DO UPDATE SET count = f.count + EXCLUDED.count`,
    [asJson(counts), MOST_A_DAY],
  );
}

/** Third parties that visitors met lately and no scan has seen, those told of most first; at most five hundred. */
export async function listFieldHosts(db: Queryable, organisationId: string, siteId: string): Promise<FieldHost[]> {
  const { rows } = await db.query<FieldHost>(
    `SELECT f.host, sum(f.count)::int AS reports, coalesce(sum(f.count) FILTER (WHERE f.held), 0)::int AS held,
       array_agg(DISTINCT f.kind ORDER BY f.kind) AS kinds, (array_agg(DISTINCT f.page ORDER BY f.page))[:20] AS pages,
       min(f.day)::text AS "firstDay", max(f.day)::text AS "lastDay"
     FROM field_report f
     WHERE f.organisation_id = $1 AND f.site_id = $2 AND ${RECENT} AND NOT EXISTS (
       SELECT FROM item i WHERE i.organisation_id = $1 AND i.site_id = $2 AND i.kind = 'request' AND i.host = f.host)
     GROUP BY f.host ORDER BY reports DESC, f.host LIMIT 500`,
    [organisationId, siteId],
  );
  return rows;
}

/** Sites of any organisation with a third party that was told of lately and raised no alarm yet. For a worker. */
export async function sitesWithFieldNews(db: Queryable): Promise<{ organisationId: string; siteId: string }[]> {
  const { rows } = await db.query(
    `SELECT DISTINCT f.organisation_id AS "organisationId", f.site_id AS "siteId" FROM field_report f
     WHERE ${RECENT} AND NOT EXISTS (SELECT FROM field_alarm a WHERE a.site_id = f.site_id AND a.host = f.host)`,
  );
  return rows;
}

/** Notes that these hosts raise an alarm; gives back those that never did before. */
export async function noteFieldAlarm(
  db: Queryable,
  organisationId: string,
  siteId: string,
  hosts: readonly string[],
): Promise<string[]> {
  const { rows } = await db.query(
    `INSERT INTO field_alarm (organisation_id, site_id, host) SELECT $1, $2, unnest($3::text[])
     ON CONFLICT (site_id, host) DO NOTHING RETURNING host`,
    [organisationId, siteId, hosts],
  );
  return rows.map(({ host }) => host);
}

/** Deletes what is older than is looked at. For a worker. */
export async function deleteOldFieldReports(db: Queryable): Promise<void> {
  await db.query(`DELETE FROM field_report f WHERE NOT (${RECENT})`);
}
