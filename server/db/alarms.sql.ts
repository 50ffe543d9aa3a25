import type { Delivery } from '@douane/api';
import type { AlarmItem } from '@douane/core/scan';
import { asJson } from './clean';
import type { Queryable } from './db';

export interface Alarm {
  id: string;
  siteId: string;
  /** `null`: visitors met it, and no scan did. */
  runId: string | null;
  beforeRunId: string | null;
  count: number;
  items: AlarmItem[];
  at: Date;
  seenAt: Date | null;
  seenBy: string | null;
  deliveries: Delivery[];
}

const ALARM = `SELECT a.id, a.site_id AS "siteId", a.run_id AS "runId", a.before_run_id AS "beforeRunId", a.count, a.items, a.at,
    a.seen_at AS "seenAt", p.name AS "seenBy",
    coalesce((SELECT json_agg(json_build_object('id', d.id, 'way', d.way, 'target', d.target, 'state', d.state,
      'tries', d.tries, 'why', d.why, 'at', d.at) ORDER BY d.way, d.target) FROM delivery d WHERE d.alarm_id = a.id), '[]') AS deliveries
  FROM alarm a LEFT JOIN person p ON p.id = a.seen_by`;

/** `null`: this scan has raised its alarm already. */
export async function insertAlarm(
  db: Queryable,
  alarm: {
    organisationId: string;
    siteId: string;
    runId: string | null;
    beforeRunId: string | null;
    count: number;
    items: AlarmItem[];
  },
): Promise<string | null> {
  const { organisationId, siteId, runId, beforeRunId, count, items } = alarm;
  const { rows } = await db.query(
    `INSERT INTO alarm (organisation_id, site_id, run_id, before_run_id, count, items) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (run_id) DO NOTHING RETURNING id`,
    [organisationId, siteId, runId, beforeRunId, count, asJson(items)],
  );
  return rows[0]?.id ?? null;
}

/** The newest hundred alarms of a site, the newest first. */
export async function listAlarms(db: Queryable, organisationId: string, siteId: string): Promise<Alarm[]> {
  const { rows } = await db.query<Alarm>(
    `${ALARM} WHERE a.organisation_id = $1 AND a.site_id = $2 ORDER BY a.at DESC LIMIT 100`,
    [organisationId, siteId],
  );
  return rows;
}

/** How many alarms of a site nobody has marked as seen. */
export async function countUnseenAlarms(db: Queryable, organisationId: string, siteId: string): Promise<number> {
  const { rows } = await db.query(
    `SELECT count(*)::int AS count FROM alarm WHERE organisation_id = $1 AND site_id = $2 AND seen_at IS NULL`,
    [organisationId, siteId],
  );
  return rows[0].count;
}

/** Notes who saw an alarm first. `null`: there is none of this organisation. */
export async function markAlarmSeen(
  db: Queryable,
  organisationId: string,
  id: string,
  personId: string,
): Promise<Alarm | null> {
  await db.query(
    `UPDATE alarm SET seen_at = now(), seen_by = $3 WHERE organisation_id = $1 AND id = $2 AND seen_at IS NULL`,
    [organisationId, id, personId],
  );
  const { rows } = await db.query<Alarm>(`${ALARM} WHERE a.organisation_id = $1 AND a.id = $2`, [organisationId, id]);
  return rows[0] ?? null;
}

/** Notes that an alarm is to be delivered on one way; says the delivery's id. */
export async function insertDelivery(
  db: Queryable,
  organisationId: string,
  alarmId: string,
  way: Delivery['way'],
  target: string,
): Promise<string> {
  const { rows } = await db.query(
    `INSERT INTO delivery (organisation_id, alarm_id, way, target) VALUES ($1, $2, $3, $4) RETURNING id`,
    [organisationId, alarmId, way, target],
  );
  return rows[0].id;
}

/** A delivery with what it delivers. Asked for by a worker, which has the id from the queue. */
export async function deliveryById(
  db: Queryable,
  id: string,
): Promise<(Delivery & { organisationId: string; alarm: Alarm }) | null> {
  const { rows } = await db.query(
    `SELECT id, organisation_id AS "organisationId", alarm_id AS "alarmId", way, target, state, tries, why, at
     FROM delivery WHERE id = $1`,
    [id],
  );
  if (!rows[0]) return null;
  const { alarmId, ...delivery } = rows[0];
  const alarm = await db.query<Alarm>(`${ALARM} WHERE a.organisation_id = $1 AND a.id = $2`, [
    delivery.organisationId,
    alarmId,
  ]);
  return { ...delivery, alarm: alarm.rows[0]! };
}

/** Notes how one try went. `why`: what went wrong. */
export async function noteDelivery(
  db: Queryable,
  id: string,
  state: Delivery['state'],
  why: string | null,
): Promise<void> {
  await db.query(`UPDATE delivery SET state = $2, why = $3, tries = tries + 1, at = now() WHERE id = $1`, [
    id,
    state,
    why,
  ]);
}
