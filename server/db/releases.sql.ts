import type { Publication, ReleaseHead } from '@douane/api';
import type { Breach } from '@douane/core/lint';
import { type Compiled, compiledOf, type Release, readRelease } from '@douane/core/release';
import type { GateFiles } from '@douane/gate';
import { asJson } from './clean';
import type { Queryable } from './db';

interface ReleaseRow {
  number: number;
  setup: unknown;
  compiled: Compiled | null;
  madeAt: Date;
}
const COLUMNS = `r.number, r.setup, r.compiled, r.made_at AS "madeAt"`;
const toRelease = ({ madeAt, ...row }: ReleaseRow): Release =>
  readRelease({ ...row, madeOn: madeAt.toISOString().slice(0, 10) });

/** Of the publication in force at a site at the moment of asking: the newest that has begun and was not called off. */
const IN_FORCE = (site: string, column: 'number' | 'paused' = 'number') => `(
  SELECT p.${column} FROM publication p WHERE p.site_id = ${site} AND p.called_off_at IS NULL AND p.from_at <= clock_timestamp()
  ORDER BY p.from_at DESC, p.at DESC LIMIT 1)`;

/** Takes the next number. The caller holds the site's row, so two publishing at once get two numbers. */
export async function nextReleaseNumber(db: Queryable, organisationId: string, siteId: string): Promise<number> {
  const { rows } = await db.query(
    'SELECT coalesce(max(number), 0) + 1 AS next FROM release WHERE organisation_id = $1 AND site_id = $2',
    [organisationId, siteId],
  );
  return rows[0].next;
}

/** Freezes a release with its files. Files of the same name are the same: they are named by their hash. */
export async function insertRelease(
  db: Queryable,
  organisationId: string,
  siteId: string,
  release: Release,
  { pointer, pausedPointer, immutable }: GateFiles,
  made: { by: string | null; breaches: readonly Breach[] },
): Promise<void> {
  await db.query(
    `INSERT INTO release (organisation_id, site_id, number, setup, compiled, pointer, made_by, breaches, paused_pointer)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [
      ...[organisationId, siteId, release.number, asJson(release.setup), asJson(compiledOf(release)), pointer, made.by],
      asJson(made.breaches),
      pausedPointer,
    ],
  );
  for (const { name, body, type } of immutable) {
    await db.query(
      `INSERT INTO gate_file (organisation_id, site_id, name, body, type) VALUES ($1, $2, $3, $4, $5)
       ON CONFLICT (site_id, name) DO NOTHING`,
      [organisationId, siteId, name, body, type],
    );
  }
}

/**
 * Has a release be in force from a moment on; `null`: from now. `false`: the site has no release of that number, or it is
 * to be paused and cannot.
 */
export async function insertPublication(
  db: Queryable,
  organisationId: string,
  siteId: string,
  publication: { number: number; fromAt: Date | null; why: string | null; personId: string | null; paused?: boolean },
): Promise<boolean> {
  const { number, fromAt, why, personId, paused = false } = publication;
  const { rowCount } = await db.query(
    `INSERT INTO publication (organisation_id, site_id, number, from_at, why, person_id, paused)
     SELECT $1, $2, r.number, coalesce($4, clock_timestamp()), $5, $6, $7 FROM release r
     WHERE r.organisation_id = $1 AND r.site_id = $2 AND r.number = $3 AND (r.paused_pointer IS NOT NULL OR NOT $7)`,
    [organisationId, siteId, number, fromAt, why, personId, paused],
  );
  return rowCount === 1;
}

/** Calls off a publication that has not begun. `false`: there is none, or it has. */
export async function callOffPublication(
  db: Queryable,
  organisationId: string,
  siteId: string,
  id: string,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE publication SET called_off_at = clock_timestamp()
     WHERE organisation_id = $1 AND site_id = $2 AND id = $3 AND called_off_at IS NULL AND from_at > clock_timestamp()`,
    [organisationId, siteId, id],
  );
  return rowCount === 1;
}

/** Publications of a site that were not called off, the newest first; the one in force is marked. */
export async function listPublications(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<(Omit<Publication, 'fromAt'> & { fromAt: Date })[]> {
  const { rows } = await db.query(
    `SELECT p.id, p.number, p.from_at AS "fromAt", p.why, p.paused, o.name AS person,
       p.from_at > clock_timestamp() AS ahead,
       p.id = (SELECT q.id FROM publication q WHERE q.site_id = $2 AND q.called_off_at IS NULL
         AND q.from_at <= clock_timestamp() ORDER BY q.from_at DESC, q.at DESC LIMIT 1) AS "inForce"
     FROM publication p LEFT JOIN person o ON o.id = p.person_id
     WHERE p.organisation_id = $1 AND p.site_id = $2 AND p.called_off_at IS NULL
     ORDER BY p.from_at DESC, p.at DESC LIMIT 100`,
    [organisationId, siteId],
  );
  return rows.map((row) => ({ ...row, inForce: row.inForce === true }));
}

/** The newest hundred releases of a site, the newest first. */
export async function listReleases(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<(Omit<ReleaseHead, 'madeAt'> & { madeAt: Date })[]> {
  const { rows } = await db.query(
    `SELECT r.number, r.made_at AS "madeAt", p.name AS "madeBy", r.breaches FROM release r LEFT JOIN person p ON p.id = r.made_by
     WHERE r.organisation_id = $1 AND r.site_id = $2 ORDER BY r.number DESC LIMIT 100`,
    [organisationId, siteId],
  );
  return rows;
}

/** The release in force at a site; `null`: nothing is published. */
export async function releaseInForce(db: Queryable, organisationId: string, siteId: string): Promise<Release | null> {
  const { rows } = await db.query<ReleaseRow>(
    `SELECT ${COLUMNS} FROM release r WHERE r.organisation_id = $1 AND r.site_id = $2 AND r.number = ${IN_FORCE('$2')}`,
    [organisationId, siteId],
  );
  return rows[0] ? toRelease(rows[0]) : null;
}

/** Number of the release in force at a site, whether its banner is paused, and the number of its newest one; `null`: there is none. */
export async function releaseNumbers(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<{ inForce: number | null; paused: boolean; newest: number | null }> {
  const { rows } = await db.query(
    `SELECT ${IN_FORCE('$2')} AS "inForce", coalesce(${IN_FORCE('$2', 'paused')}, false) AS paused, (SELECT max(number) FROM release WHERE organisation_id = $1 AND site_id = $2) AS newest`,
    [organisationId, siteId],
  );
  return rows[0];
}

/** The newest release of a site, whether or not it is in force; `null`: there is none. */
export async function newestRelease(db: Queryable, organisationId: string, siteId: string): Promise<Release | null> {
  const { rows } = await db.query<ReleaseRow>(
    `SELECT ${COLUMNS} FROM release r WHERE r.organisation_id = $1 AND r.site_id = $2 ORDER BY r.number DESC LIMIT 1`,
    [organisationId, siteId],
  );
  return rows[0] ? toRelease(rows[0]) : null;
}

/** A release of a site by its number, in force or not; `null`: there is none. */
export async function releaseByNumber(
  db: Queryable,
  organisationId: string,
  siteId: string,
  number: number,
): Promise<Release | null> {
  const { rows } = await db.query<ReleaseRow>(
    `SELECT ${COLUMNS} FROM release r WHERE r.organisation_id = $1 AND r.site_id = $2 AND r.number = $3`,
    [organisationId, siteId, number],
  );
  return rows[0] ? toRelease(rows[0]) : null;
}

/** What visitors' browsers of one site are answered from, found by nothing but its key. */
export interface ServedSite {
  organisationId: string;
  siteId: string;
  key: string;
  /** Number of the release in force; `null`: nothing is published yet. */
  number: number | null;
  /** Its banner is paused. */
  paused: boolean;
}

/** Which site a key means, and which release is in force there; `null`: no site has it. */
export async function servedSite(db: Queryable, key: string): Promise<ServedSite | null> {
  const { rows } = await db.query<ServedSite>(
    `SELECT s.organisation_id AS "organisationId", s.id AS "siteId", s.key, ${IN_FORCE('s.id')} AS number, coalesce(${IN_FORCE('s.id', 'paused')}, false) AS paused
     FROM site s WHERE s.key = $1`,
    [key],
  );
  return rows[0] ?? null;
}

/**
 * A release by its number with the body of its pointer, if it has been in force at some time: a page that was opened
 * before the next one may still go by it.
 */
export async function publishedRelease(
  db: Queryable,
  { organisationId, siteId }: Pick<ServedSite, 'organisationId' | 'siteId'>,
  number: number,
): Promise<{ release: Release; pointer: string; pausedPointer: string } | null> {
  const { rows } = await db.query<ReleaseRow & { pointer: string; pausedPointer: string }>(
    `SELECT ${COLUMNS}, r.pointer, coalesce(r.paused_pointer, r.pointer) AS "pausedPointer" FROM release r WHERE r.organisation_id = $1 AND r.site_id = $2 AND r.number = $3
       AND EXISTS (SELECT 1 FROM publication p WHERE p.site_id = $2 AND p.number = r.number AND p.from_at <= clock_timestamp()
         AND p.called_off_at IS NULL)`,
    [organisationId, siteId, number],
  );
  if (!rows[0]) return null;
  const { pointer, pausedPointer, ...row } = rows[0];
  return { release: toRelease(row), pointer, pausedPointer };
}

/** A file named by its hash. */
export async function gateFile(
  db: Queryable,
  { organisationId, siteId }: Pick<ServedSite, 'organisationId' | 'siteId'>,
  name: string,
): Promise<{ body: string; type: string } | null> {
  const { rows } = await db.query(
    'SELECT body, type FROM gate_file WHERE organisation_id = $1 AND site_id = $2 AND name = $3',
    [organisationId, siteId, name],
  );
  return rows[0] ?? null;
}
