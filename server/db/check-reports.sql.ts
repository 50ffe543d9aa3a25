import type { LedgerHead } from '@douane/core/consent';
import type { Queryable } from './db';

/** As which files a report is given out. */
export const REPORT_FORMS = ['html', 'pdf'] as const;
export type ReportForm = (typeof REPORT_FORMS)[number];

/** A report of a check as it was given out. */
export interface KeptReport {
  runId: string;
  organisationId: string;
  siteId: string;
  form: ReportForm;
  /** SHA-256 of `body`, in hex. */
  hash: string;
  body: Buffer;
  /** The ledger's end when it was made; number 0 where it was empty. */
  head: LedgerHead;
  madeAt: Date;
  personId: string;
}

/** Keeps a report, unless the run has one of that form already. */
export async function insertCheckReport(db: Queryable, report: KeptReport): Promise<void> {
  const { runId, organisationId, siteId, form, hash, body, head, madeAt, personId } = report;
  await db.query(
    `INSERT INTO check_report
       (run_id, organisation_id, site_id, form, hash, body, ledger_number, ledger_hash, made_at, person_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) ON CONFLICT (run_id, form) DO NOTHING`,
    [runId, organisationId, siteId, form, hash, body, head.number, head.hash, madeAt, personId],
  );
}

/** In which forms the report of a run was given out. */
export async function checkReportsOf(
  db: Queryable,
  organisationId: string,
  runId: string,
): Promise<Pick<KeptReport, 'form' | 'hash'>[]> {
  const { rows } = await db.query(
    'SELECT form, hash FROM check_report WHERE organisation_id = $1 AND run_id = $2 ORDER BY form',
    [organisationId, runId],
  );
  return rows;
}

/** The report of a run, as it was given out in one form; `null`: none was made. */
export async function checkReportOf(
  db: Queryable,
  organisationId: string,
  runId: string,
  form: ReportForm,
): Promise<Pick<KeptReport, 'hash' | 'body'> | null> {
  const { rows } = await db.query(
    'SELECT hash, body FROM check_report WHERE organisation_id = $1 AND run_id = $2 AND form = $3',
    [organisationId, runId, form],
  );
  return rows[0] ?? null;
}

/** What is known of a report by its hash, whoever's it is: for who has the file and the database. `null`: nothing. */
export async function checkReportByHash(
  db: Queryable,
  hash: string,
): Promise<{ site: string; madeAt: Date; madeBy: string; head: LedgerHead; isHeadThere: boolean } | null> {
  const { rows } = await db.query(
    `SELECT s.key AS site, r.made_at AS "madeAt", p.name AS "madeBy", r.ledger_number::int AS number, r.ledger_hash AS hash,
       r.ledger_number = 0 OR EXISTS (
         SELECT FROM consent_record c WHERE c.site_id = r.site_id AND c.number = r.ledger_number AND c.hash = r.ledger_hash
       ) AS "isHeadThere"
     FROM check_report r JOIN site s ON s.id = r.site_id JOIN person p ON p.id = r.person_id
     WHERE r.hash = $1 ORDER BY r.made_at LIMIT 1`,
    [hash],
  );
  const [found] = rows;
  if (!found) return null;
  const { number, hash: headHash, ...rest } = found;
  return { ...rest, head: { number, hash: headHash } };
}
