import {
  type ConsentRecord,
  FIRST_PREVIOUS_HASH,
  type LedgerHead,
  type RecordBody,
  type RecordColumns,
} from '@douane/core/consent';
import { asJson } from './clean';
import type { Queryable } from './db';

interface RecordRow {
  body: RecordBody;
  previousHash: string;
  hash: string;
}

const COLUMNS = `body, previous_hash AS "previousHash", hash`;
const toRecord = ({ body, previousHash, hash }: RecordRow): ConsentRecord => ({ ...body, previousHash, hash });

/**
 * Holds a site's ledger until the transaction ends, in whatever process it runs, and gives its end: number 0 where it is
 * empty. Numbers have no gaps and each record follows the one before it, because only the holder writes.
 */
export async function holdLedger(db: Queryable, organisationId: string, siteId: string): Promise<LedgerHead> {
  await db.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`ledger ${siteId}`]);
  return (await ledgerHead(db, organisationId, siteId)) ?? { number: 0, hash: FIRST_PREVIOUS_HASH };
}

/** The newest record of a site by number and hash; `null`: there is none. */
export async function ledgerHead(db: Queryable, organisationId: string, siteId: string): Promise<LedgerHead | null> {
  const { rows } = await db.query<LedgerHead>(
    // The newest of the site first, by its index, and only then whose it is: a planner that weighs both may read them all.
    `SELECT number, hash FROM (
       SELECT number::int, hash, organisation_id FROM consent_record WHERE site_id = $2 ORDER BY number DESC LIMIT 1
     ) newest WHERE organisation_id = $1`,
    [organisationId, siteId],
  );
  return rows[0] ?? null;
}

/** Those of a site's records that have one of these ids. */
export async function recordsById(
  db: Queryable,
  organisationId: string,
  siteId: string,
  ids: readonly string[],
): Promise<ConsentRecord[]> {
  if (ids.length === 0) return [];
  const { rows } = await db.query<RecordRow>(
    `SELECT ${COLUMNS} FROM consent_record WHERE organisation_id = $1 AND site_id = $2 AND id = ANY($3::uuid[])`,
    [organisationId, siteId, ids],
  );
  return rows.map(toRecord);
}

/** A record of a site and those that it took the place of, one after the other, `most` in all. Empty: there is none. */
export async function recordsBackFrom(
  db: Queryable,
  organisationId: string,
  siteId: string,
  id: string,
  most: number,
): Promise<RecordBody[]> {
  const { rows } = await db.query<{ body: RecordBody }>(
    `WITH RECURSIVE back AS (
       SELECT body, 1 AS step FROM consent_record WHERE organisation_id = $1 AND site_id = $2 AND id = $3
       UNION ALL
       SELECT one.body, step + 1 FROM back JOIN consent_record one
         ON one.organisation_id = $1 AND one.site_id = $2 AND one.id = (back.body->>'replaces')::uuid
       WHERE step < $4
     )
     SELECT body FROM back ORDER BY step`,
    [organisationId, siteId, id, most],
  );
  return rows.map(({ body }) => body);
}

/** Appends records that follow the end of the ledger, which the caller holds. */
export async function insertRecords(
  db: Queryable,
  organisationId: string,
  siteId: string,
  records: readonly ConsentRecord[],
): Promise<void> {
  const rows = records.map(({ previousHash, hash, ...body }) => ({ body, previousHash, hash }));
  await db.query(
    `INSERT INTO consent_record (id, organisation_id, site_id, number, body, test, at, previous_hash, hash)
     SELECT (x.body->>'id')::uuid, $1, $2, (x.body->>'number')::bigint, x.body, (x.body->>'test')::boolean,
       (x.body->>'at')::timestamptz, x."previousHash", x.hash
     FROM jsonb_to_recordset($3) AS x(body jsonb, "previousHash" text, hash text)`,
    [organisationId, siteId, asJson(rows)],
  );
}

/** Newest first; `search` is the beginning of an id, or a whole place, language or method. */
export async function listRecords(
  db: Queryable,
  organisationId: string,
  siteId: string,
  { search = '', before = Number.MAX_SAFE_INTEGER, limit = 100 }: { search?: string; before?: number; limit?: number },
): Promise<ConsentRecord[]> {
  const { rows } = await db.query<RecordRow>(
    `SELECT ${COLUMNS} FROM consent_record
     WHERE organisation_id = $1 AND site_id = $2 AND number < $3
       AND ($4 = '' OR starts_with(id::text, lower($4)) OR $4 IN (body->>'place', body->>'language', body->>'method'))
     ORDER BY number DESC LIMIT $5`,
    [organisationId, siteId, before, search, limit],
  );
  return rows.map(toRecord);
}

export interface RecordCounts {
  counted: number;
  tests: number;
  acceptedAll: number;
  refusedAll: number;
}

/** Choices that count, by outcome, and the tests beside them. */
export async function countRecords(db: Queryable, organisationId: string, siteId: string): Promise<RecordCounts> {
  const { rows } = await db.query<RecordCounts>(
    `SELECT count(*) FILTER (WHERE NOT test)::int AS counted, count(*) FILTER (WHERE test)::int AS tests,
       count(*) FILTER (WHERE NOT test AND body->>'method' = 'accept-all')::int AS "acceptedAll",
       count(*) FILTER (WHERE NOT test AND body->>'method' = 'refuse-all')::int AS "refusedAll"
     FROM consent_record WHERE organisation_id = $1 AND site_id = $2`,
    [organisationId, siteId],
  );
  return rows[0]!;
}

/** A site's whole ledger in order, in steps that fit in memory, each record with the columns beside its body. */
export async function* ledger(
  db: Queryable,
  organisationId: string,
  siteId: string,
): AsyncGenerator<{ record: ConsentRecord; columns: RecordColumns }> {
  for (let after = 0; ; ) {
    const { rows } = await db.query<RecordRow & Omit<RecordColumns, 'at'> & { at: Date }>(
      `SELECT ${COLUMNS}, id, number::int, test, at FROM consent_record
       WHERE organisation_id = $1 AND site_id = $2 AND number > $3 ORDER BY number LIMIT 1000`,
      [organisationId, siteId, after],
    );
    for (const { id, number, test, at, ...row } of rows) {
      yield { record: toRecord(row), columns: { id, number, test, at: at.toISOString() } };
    }
    if (rows.length < 1000) return;
    after = rows[rows.length - 1]!.number;
  }
}
