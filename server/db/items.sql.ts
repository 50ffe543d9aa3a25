import type { Ruling } from '@douane/core/classify';
import type { Item, ItemKind } from '@douane/core/observe';
import { withoutNul } from './clean';
import type { Queryable } from './db';

/** An item of a site with the ruling that stands, if any. */
export interface KeptItem extends Item {
  id: string;
  firstSeenAt: Date;
  lastSeenAt: Date;
  ruling: (Ruling & { at: string; person: string | null; act: string }) | null;
}

interface ItemRow {
  id: string;
  kind: ItemKind;
  name: string;
  host: string;
  facts: Omit<Item, 'kind' | 'name' | 'host'>;
  firstSeenAt: Date;
  lastSeenAt: Date;
  ruling: KeptItem['ruling'];
}

/** A person's ruling stands before any other, then the newest. */
const WITH_RULING = `
  SELECT i.id, i.kind, i.name, i.host, i.facts, i.first_seen_at AS "firstSeenAt", i.last_seen_at AS "lastSeenAt", r.ruling
  FROM item i LEFT JOIN LATERAL (
    SELECT json_build_object('purpose', r.purpose, 'service', r.service, 'description', r.description,
      'policyUrl', r.policy_url, 'by', r.author, 'reason', r.reason, 'confidence', r.confidence, 'at', r.at,
      'person', p.name, 'act', r.act) AS ruling
    FROM ruling r LEFT JOIN person p ON p.id = r.person_id
    WHERE r.item_id = i.id AND r.undone_at IS NULL
    ORDER BY r.author = 'person' DESC, r.at DESC LIMIT 1
  ) r ON true`;

function toItem({ facts, ruling, ...row }: ItemRow): KeptItem {
  const kept =
    ruling && (Object.fromEntries(Object.entries(ruling).filter(([, value]) => value !== null)) as typeof ruling);
  return { ...facts, ...row, ruling: kept && { ...kept, person: ruling.person } };
}

export async function listItems(db: Queryable, organisationId: string, siteId: string): Promise<KeptItem[]> {
  const { rows } = await db.query<ItemRow>(
    `${WITH_RULING} WHERE i.organisation_id = $1 AND i.site_id = $2 ORDER BY i.facts->>'party' DESC, i.host, i.kind, i.name`,
    [organisationId, siteId],
  );
  return rows.map(toItem);
}

export async function itemById(
  db: Queryable,
  organisationId: string,
  id: string,
): Promise<(KeptItem & { siteId: string }) | null> {
  const { rows } = await db.query<ItemRow>(`${WITH_RULING} WHERE i.organisation_id = $1 AND i.id = $2`, [
    organisationId,
    id,
  ]);
  if (!rows[0]) return null;
  const site = await db.query('SELECT site_id AS "siteId" FROM item WHERE organisation_id = $1 AND id = $2', [
    organisationId,
    id,
  ]);
  return { ...toItem(rows[0]), siteId: site.rows[0].siteId };
}

/** Takes in what a scan found: new items are added, known ones get the newest facts. */
export async function upsertItems(
  db: Queryable,
  organisationId: string,
  siteId: string,
  items: readonly Item[],
): Promise<void> {
  const rows = withoutNul(items.map(({ kind, name, host, ...facts }) => ({ kind, name, host, facts })));
  await db.query(
    `INSERT INTO item (organisation_id, site_id, kind, name, host, facts)
     SELECT $1, $2, x.kind, x.name, x.host, x.facts FROM jsonb_to_recordset($3) AS x(kind text, name text, host text, facts jsonb)
     ON CONFLICT (site_id, kind, host, md5(name)) DO UPDATE SET facts = excluded.facts, last_seen_at = now()`,
    [organisationId, siteId, JSON.stringify(rows)],
  );
}

export interface NewRuling extends Ruling {
  itemId: string;
}

/** Writes rulings as one act. `personId` is null for rulings that no person made. */
export async function insertRulings(
  db: Queryable,
  organisationId: string,
  rulings: readonly NewRuling[],
  act: string,
  personId: string | null,
): Promise<void> {
  await db.query(
    `INSERT INTO ruling (organisation_id, item_id, purpose, service, description, policy_url, author, reason, confidence, person_id, act)
     SELECT $1, i.id, x.purpose, x.service, x.description, x."policyUrl", x.by, x.reason, x.confidence, $3, $4
     FROM jsonb_to_recordset($2) AS x("itemId" uuid, purpose text, service text, description text, "policyUrl" text, by text,
       reason text, confidence real)
     JOIN item i ON i.id = x."itemId" AND i.organisation_id = $1`,
    [organisationId, JSON.stringify(rulings), personId, act],
  );
}

/** Undoes all rulings of one act; says how many there were. */
export async function undoAct(db: Queryable, organisationId: string, act: string): Promise<number> {
  const { rowCount } = await db.query(
    `UPDATE ruling SET undone_at = now() WHERE organisation_id = $1 AND act = $2 AND author = 'person' AND undone_at IS NULL`,
    [organisationId, act],
  );
  return rowCount ?? 0;
}

export interface PastRuling {
  purpose: string;
  service: string;
  by: string;
  reason: string;
  at: Date;
  person: string | null;
  undoneAt: Date | null;
}

export async function rulingHistory(db: Queryable, organisationId: string, itemId: string): Promise<PastRuling[]> {
  const { rows } = await db.query<PastRuling>(
    `SELECT r.purpose, r.service, r.author AS by, r.reason, r.at, p.name AS person, r.undone_at AS "undoneAt"
     FROM ruling r LEFT JOIN person p ON p.id = r.person_id
     WHERE r.organisation_id = $1 AND r.item_id = $2 ORDER BY r.at DESC LIMIT 50`,
    [organisationId, itemId],
  );
  return rows;
}
