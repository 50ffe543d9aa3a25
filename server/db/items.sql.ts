import type { KeptAside, KeptRuling } from '@douane/api';
import type { Ruling } from '@douane/core/classify';
import type { Item, ItemKind } from '@douane/core/observe';
import { asJson } from './clean';
import type { Queryable } from './db';

/** An item of a site with the ruling that stands, if any. */
export interface KeptItem extends Item {
  id: string;
  siteId: string;
  firstSeenAt: Date;
  lastSeenAt: Date;
  /** The person's, or else what was ruled without one. */
  ruling: KeptRuling | null;
  /** Set where a person decided so; `ruling` is then empty. */
  aside: KeptAside | null;
  /** What was ruled without a person, whether or not it stands. */
  automatic: KeptRuling | null;
  notes: number;
}

/** An open item waits for a person: no ruling stands, and nobody said to ignore it. */
export const isOpen = ({ ruling, aside }: Pick<KeptItem, 'ruling' | 'aside'>): boolean =>
  !ruling && aside?.state !== 'ignored';

export type RulingRow = Omit<KeptRuling, 'lifetimeSeconds'> & {
  state: 'ruled' | 'open' | 'ignored';
  lifetime: { seconds: number | null } | null;
};
interface ItemRow {
  id: string;
  siteId: string;
  kind: ItemKind;
  name: string;
  host: string;
  facts: Omit<Item, 'kind' | 'name' | 'host'>;
  firstSeenAt: Date;
  lastSeenAt: Date;
  notes: number;
  byPerson: RulingRow | null;
  automatic: RulingRow | null;
}

/** A service is called by the name its record has now, whatever it was called when it was ruled. */
export const RULING_AS_JSON = `
  json_build_object('id', r.id, 'state', r.state, 'purpose', r.purpose, 'service',
    coalesce((SELECT s.body->>'name' FROM service_name n JOIN service s ON s.id = n.service_id
      WHERE n.organisation_id = r.organisation_id AND n.name = r.service), r.service),
    'description', r.description, 'policyUrl', r.policy_url, 'legalBasis', r.legal_basis, 'lifetime', r.lifetime,
    'by', r.author, 'because', r.because, 'confidence', r.confidence, 'seen', r.seen, 'at', r.at,
    'person', p.name, 'act', r.act)`;

const newest = (whose: string) => `
  LEFT JOIN LATERAL (
    SELECT ${RULING_AS_JSON} AS ruling FROM ruling r LEFT JOIN person p ON p.id = r.person_id
    WHERE r.item_id = i.id AND r.undone_at IS NULL AND r.author ${whose} 'person' ORDER BY r.at DESC LIMIT 1
  )`;

/** `facts`: how the facts are given; a list leaves out what only the docket shows. */
const withRulings = (facts: string) => `
  SELECT i.id, i.site_id AS "siteId", i.kind, i.name, i.host, ${facts} AS facts, i.first_seen_at AS "firstSeenAt",
    i.last_seen_at AS "lastSeenAt", by_person.ruling AS "byPerson", automatic.ruling AS automatic,
    (SELECT count(*)::int FROM item_note n WHERE n.item_id = i.id) AS notes
  FROM item i ${newest('=')} by_person ON true ${newest('<>')} automatic ON true`;
const LISTED = withRulings(`i.facts - 'excerpt'`);
const WHOLE = withRulings('i.facts');

/** As the database gives a ruling, without what is empty. */
export function toRuling(row: RulingRow): KeptRuling {
  const { state: _, lifetime, ...ruling } = row;
  const kept = Object.fromEntries(Object.entries(ruling).filter(([, value]) => value !== null)) as typeof ruling;
  return { ...kept, person: row.person, ...(lifetime && { lifetimeSeconds: lifetime.seconds }) };
}

function toItem({ facts, byPerson, automatic, ...row }: ItemRow): KeptItem {
  const ruled = byPerson?.state === 'ruled' ? byPerson : byPerson ? null : automatic;
  let aside: KeptAside | null = null;
  if (byPerson && byPerson.state !== 'ruled') {
    const { id, state, because, at, person, act } = byPerson;
    aside = { id, state, because, at, person, act };
  }
  return { ...facts, ...row, ruling: ruled && toRuling(ruled), aside, automatic: automatic && toRuling(automatic) };
}

/** All items of a site with their rulings, third parties first; without excerpts of scripts. */
export async function listItems(db: Queryable, organisationId: string, siteId: string): Promise<KeptItem[]> {
  const { rows } = await db.query<ItemRow>(
    `${LISTED} WHERE i.organisation_id = $1 AND i.site_id = $2 ORDER BY i.facts->>'party' DESC, i.host, i.kind, i.name`,
    [organisationId, siteId],
  );
  return rows.map(toItem);
}

/** The items of a site that belong to some hosts, in no order. */
export async function listItemsOfHosts(
  db: Queryable,
  organisationId: string,
  siteId: string,
  hosts: readonly string[],
): Promise<KeptItem[]> {
  const { rows } = await db.query<ItemRow>(
    `${LISTED} WHERE i.organisation_id = $1 AND i.site_id = $2 AND i.host = ANY($3)`,
    [organisationId, siteId, hosts],
  );
  return rows.map(toItem);
}

/** One item whole. `null`: there is none of this organisation. */
export async function itemById(db: Queryable, organisationId: string, id: string): Promise<KeptItem | null> {
  const { rows } = await db.query<ItemRow>(`${WHOLE} WHERE i.organisation_id = $1 AND i.id = $2`, [organisationId, id]);
  return rows[0] ? toItem(rows[0]) : null;
}

/** An item with its standing ruling, as far as lists of services go; a long inventory is read quickly so. */
export interface RuledItem {
  item: Pick<Item, 'kind' | 'name' | 'host' | 'lifetimeSeconds' | 'url' | 'examples'>;
  ruling: Pick<Ruling, 'purpose' | 'service' | 'description' | 'policyUrl' | 'lifetimeSeconds'>;
}

/** The ruling that stands: the newest of a person, else the newest without one. */
const STANDING = `
  SELECT r.* FROM ruling r WHERE r.item_id = i.id AND r.undone_at IS NULL
  ORDER BY r.author = 'person' DESC, r.at DESC LIMIT 1`;

/** What is ruled on a site, and nothing else of it; order as `listItems` has it. */
export async function listRuled(db: Queryable, organisationId: string, siteId: string): Promise<RuledItem[]> {
  const { rows } = await db.query(
    `SELECT i.kind, i.name, i.host, i.facts->'lifetimeSeconds' AS lives, i.facts->>'url' AS url,
       i.facts->'examples' AS examples, r.purpose, r.description, r.policy_url AS "policyUrl",
       r.lifetime, coalesce(s.body->>'name', r.service) AS service
     FROM item i CROSS JOIN LATERAL (${STANDING}) r
     LEFT JOIN service_name n ON n.organisation_id = $1 AND n.name = r.service LEFT JOIN service s ON s.id = n.service_id
     WHERE i.organisation_id = $1 AND i.site_id = $2 AND r.state = 'ruled'
     ORDER BY i.facts->>'party' DESC, i.host, i.kind, i.name`,
    [organisationId, siteId],
  );
  return rows.map(({ kind, name, host, lives, url, examples, purpose, service, description, policyUrl, lifetime }) => ({
    // An item without a lifetime has none in its facts; one that lasts for the session has a JSON null there.
    item: {
      kind,
      name,
      host,
      ...(url && { url }),
      ...(examples && { examples }),
      ...((lives !== null || kind === 'cookie') && { lifetimeSeconds: lives }),
    },
    ruling: {
      purpose,
      service,
      ...(description && { description }),
      ...(policyUrl && { policyUrl }),
      ...(lifetime && { lifetimeSeconds: lifetime.seconds }),
    },
  }));
}

/** How many items a site has, and how many of them are open or ruled; the rest is ignored. */
export async function countItems(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<{ all: number; open: number; ruled: number }> {
  const { rows } = await db.query(
    `SELECT count(*)::int AS all, count(*) FILTER (WHERE r.state = 'ruled')::int AS ruled,
       count(*) FILTER (WHERE r.state IS NULL OR r.state = 'open')::int AS open
     FROM item i LEFT JOIN LATERAL (${STANDING}) r ON true WHERE i.organisation_id = $1 AND i.site_id = $2`,
    [organisationId, siteId],
  );
  return rows[0];
}

/** Third-party things that more than one site of the organisation has. */
export async function listSharedItems(db: Queryable, organisationId: string): Promise<KeptItem[]> {
  const { rows } = await db.query<ItemRow>(
    `${LISTED} WHERE i.organisation_id = $1 AND i.facts->>'party' = 'third' AND EXISTS (
       SELECT 1 FROM item o WHERE o.organisation_id = $1 AND o.kind = i.kind AND o.host = i.host
         AND md5(o.name) = md5(i.name) AND o.site_id <> i.site_id)
     ORDER BY i.host, i.kind, i.name LIMIT 20000`,
    [organisationId],
  );
  return rows.map(toItem);
}

/** Other sites of the organisation that have one of these third-party things. */
export async function sitesSharing(
  db: Queryable,
  organisationId: string,
  siteId: string,
  items: readonly Pick<KeptItem, 'id' | 'party'>[],
): Promise<string[]> {
  const ids = items.filter((item) => item.party === 'third').map((item) => item.id);
  if (ids.length === 0) return [];
  const { rows } = await db.query<{ siteId: string }>(
    `SELECT DISTINCT o.site_id AS "siteId" FROM item i JOIN item o ON o.organisation_id = $1 AND o.kind = i.kind
       AND o.host = i.host AND md5(o.name) = md5(i.name) AND o.site_id <> i.site_id
     WHERE i.organisation_id = $1 AND i.site_id = $2 AND i.id = ANY($3::uuid[])`,
    [organisationId, siteId, ids],
  );
  return rows.map((row) => row.siteId);
}

/** What else a host does anywhere in the organisation, and what first-party things elsewhere have the same name. */
export async function listKin(
  db: Queryable,
  organisationId: string,
  item: Pick<KeptItem, 'id' | 'kind' | 'name' | 'host' | 'party'>,
): Promise<KeptItem[]> {
  const { rows } = await db.query<ItemRow>(
    `${LISTED} WHERE i.organisation_id = $1 AND i.id <> $2
       AND CASE WHEN $3 = 'third' THEN i.host = $4
           ELSE i.kind = $5 AND md5(i.name) = md5($6) AND i.facts->>'party' = 'first' END
     ORDER BY i.site_id, i.kind, i.name LIMIT 60`,
    [organisationId, item.id, item.party, item.host, item.kind, item.name],
  );
  return rows.map(toItem);
}

/** Takes in what a scan found: new items are added, known ones get the newest facts. */
export async function upsertItems(
  db: Queryable,
  organisationId: string,
  siteId: string,
  items: readonly Item[],
): Promise<void> {
  const rows = items.map(({ kind, name, host, ...facts }) => ({ kind, name, host, facts }));
  await db.query(
    `INSERT INTO item (organisation_id, site_id, kind, name, host, facts)
     SELECT $1, $2, x.kind, x.name, x.host, x.facts FROM jsonb_to_recordset($3) AS x(kind text, name text, host text, facts jsonb)
     ON CONFLICT (site_id, kind, host, md5(name)) DO UPDATE SET facts = excluded.facts, last_seen_at = now()`,
    [organisationId, siteId, asJson(rows)],
  );
}

/** Holds the items until the transaction ends, so that of two who rule the same one the second sees the first's. */
export async function lockItems(
  db: Queryable,
  organisationId: string,
  siteId: string,
  ids: readonly string[],
): Promise<KeptItem[]> {
  await db.query(
    'SELECT 1 FROM item WHERE organisation_id = $1 AND site_id = $2 AND id = ANY($3::uuid[]) ORDER BY id FOR UPDATE',
    [organisationId, siteId, ids],
  );
  const { rows } = await db.query<ItemRow>(
    `${LISTED} WHERE i.organisation_id = $1 AND i.site_id = $2 AND i.id = ANY($3::uuid[])`,
    [organisationId, siteId, ids],
  );
  return rows.map(toItem);
}

export interface Note {
  id: string;
  text: string;
  at: Date;
  person: string;
}

/** The notes on an item, the oldest first. */
export async function listNotes(db: Queryable, organisationId: string, itemId: string): Promise<Note[]> {
  const { rows } = await db.query<Note>(
    `SELECT n.id, n.text, n.at, p.name AS person FROM item_note n JOIN person p ON p.id = n.person_id
     WHERE n.organisation_id = $1 AND n.item_id = $2 ORDER BY n.at`,
    [organisationId, itemId],
  );
  return rows;
}

/** Adds a person's note to an item. */
export async function insertNote(
  db: Queryable,
  organisationId: string,
  itemId: string,
  personId: string,
  text: string,
): Promise<void> {
  await db.query('INSERT INTO item_note (organisation_id, item_id, person_id, text) VALUES ($1, $2, $3, $4)', [
    organisationId,
    itemId,
    personId,
    text,
  ]);
}

/** Only who wrote a note takes it away. */
export async function deleteNote(
  db: Queryable,
  organisationId: string,
  id: string,
  personId: string,
): Promise<boolean> {
  const { rowCount } = await db.query(
    'DELETE FROM item_note WHERE organisation_id = $1 AND id = $2 AND person_id = $3',
    [organisationId, id, personId],
  );
  return rowCount === 1;
}
