import { type ConsentRecord, FIRST_PREVIOUS_HASH, hashRecord, type RecordBody } from '@douane/core/consent';
import { type Db, inTransaction, type Queryable } from './db';

interface RecordRow {
  body: RecordBody;
  previousHash: string;
  hash: string;
}

const COLUMNS = `body, previous_hash AS "previousHash", hash`;
const toRecord = ({ body, previousHash, hash }: RecordRow): ConsentRecord => ({ ...body, previousHash, hash });

/**
 * Appends a record to a site's ledger and answers when it is committed. Writers of one site take turns, in whatever
 * process they run, so numbers have no gaps and each record follows the one before it.
 */
export async function appendRecord(
  db: Db,
  organisationId: string,
  siteId: string,
  body: Omit<RecordBody, 'number' | 'at'>,
): Promise<ConsentRecord> {
  return inTransaction(db, async (tx) => {
    await tx.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`ledger ${siteId}`]);
    const { rows } = await tx.query(
      `SELECT number::int, hash FROM consent_record WHERE organisation_id = $1 AND site_id = $2 ORDER BY number DESC LIMIT 1`,
      [organisationId, siteId],
    );
    const previousHash: string = rows[0]?.hash ?? FIRST_PREVIOUS_HASH;
    const full: RecordBody = { ...body, number: (rows[0]?.number ?? 0) + 1, at: new Date().toISOString() };
    const hash = hashRecord(full, previousHash);
    await tx.query(
      `INSERT INTO consent_record (id, organisation_id, site_id, number, body, test, at, previous_hash, hash)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
      [full.id, organisationId, siteId, full.number, full, full.test, full.at, previousHash, hash],
    );
    return { ...full, previousHash, hash };
  });
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

/** A site's whole ledger in order, in steps that fit in memory. */
export async function* ledger(db: Queryable, organisationId: string, siteId: string): AsyncGenerator<ConsentRecord> {
  for (let after = 0; ; ) {
    const { rows } = await db.query<RecordRow>(
      `SELECT ${COLUMNS} FROM consent_record WHERE organisation_id = $1 AND site_id = $2 AND number > $3 ORDER BY number LIMIT 1000`,
      [organisationId, siteId, after],
    );
    for (const row of rows) yield toRecord(row);
    if (rows.length < 1000) return;
    after = rows[rows.length - 1]!.body.number;
  }
}
