import type { Queryable } from './db';

/** What a person did, as facts. */
export interface AuditRow {
  organisationId: string;
  siteId: string | null;
  personId: string | null;
  /** Name of the act. */
  act: string;
  facts: object;
}

/** Written in the transaction of the change itself, so that neither stands without the other. */
export async function insertAudit(
  db: Queryable,
  { organisationId, siteId, personId, act, facts }: AuditRow,
): Promise<void> {
  await db.query('INSERT INTO audit (organisation_id, site_id, person_id, act, facts) VALUES ($1, $2, $3, $4, $5)', [
    organisationId,
    siteId,
    personId,
    act,
    facts,
  ]);
}
