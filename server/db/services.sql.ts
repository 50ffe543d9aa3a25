import type { ServiceRecord, ServiceRecordBody } from '@douane/core/classify';
import type { Queryable } from './db';

export interface KeptService extends ServiceRecord {
  /** Other names by which rulings call it. */
  aliases: string[];
}

/** All that is known of an organisation's services, by name. */
export async function listServices(db: Queryable, organisationId: string): Promise<KeptService[]> {
  const { rows } = await db.query<{ id: string; body: ServiceRecordBody; names: string[] }>(
    `SELECT s.id, s.body, (SELECT coalesce(array_agg(n.name ORDER BY n.name), '{}') FROM service_name n WHERE n.service_id = s.id) AS names
     FROM service s WHERE s.organisation_id = $1 ORDER BY lower(s.body->>'name')`,
    [organisationId],
  );
  return rows.map(({ id, body, names }) => ({ ...body, id, aliases: names.filter((name) => name !== body.name) }));
}

/** Adds a service under its name; says its id. */
export async function insertService(db: Queryable, organisationId: string, body: ServiceRecordBody): Promise<string> {
  const { rows } = await db.query('INSERT INTO service (organisation_id, body) VALUES ($1, $2) RETURNING id', [
    organisationId,
    body,
  ]);
  await nameService(db, organisationId, rows[0].id, body.name);
  return rows[0].id;
}

/** The name before stays known, so that rulings that use it still find the service. */
export async function updateService(
  db: Queryable,
  organisationId: string,
  id: string,
  body: ServiceRecordBody,
): Promise<boolean> {
  const { rowCount } = await db.query('UPDATE service SET body = $3 WHERE organisation_id = $1 AND id = $2', [
    organisationId,
    id,
    body,
  ]);
  if (rowCount === 1) await nameService(db, organisationId, id, body.name);
  return rowCount === 1;
}

/** Has a name mean this service from now on, whatever it meant before. */
export async function nameService(db: Queryable, organisationId: string, id: string, name: string): Promise<void> {
  await db.query(
    `INSERT INTO service_name (organisation_id, name, service_id) VALUES ($1, $2, $3)
     ON CONFLICT (organisation_id, name) DO UPDATE SET service_id = excluded.service_id`,
    [organisationId, name, id],
  );
}

/** A name that no longer means the service stands for itself again. */
export async function unnameService(db: Queryable, organisationId: string, id: string, name: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'DELETE FROM service_name WHERE organisation_id = $1 AND service_id = $2 AND name = $3',
    [organisationId, id, name],
  );
  return rowCount === 1;
}

/** All names of one service now mean the other; its own record goes. */
export async function mergeServices(db: Queryable, organisationId: string, from: string, into: string): Promise<void> {
  await db.query('UPDATE service_name SET service_id = $3 WHERE organisation_id = $1 AND service_id = $2', [
    organisationId,
    from,
    into,
  ]);
  await deleteService(db, organisationId, from);
}

/** Its names stand for themselves again; the rulings stay. */
export async function deleteService(db: Queryable, organisationId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('DELETE FROM service WHERE organisation_id = $1 AND id = $2', [
    organisationId,
    id,
  ]);
  return rowCount === 1;
}
