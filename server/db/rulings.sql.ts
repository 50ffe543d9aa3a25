import type { KeptRuling } from '@douane/api';
import type { Because, RuledByPerson, Ruling, RulingElsewhere } from '@douane/core/classify';
import { asJson } from './clean';
import type { Queryable } from './db';
import { RULING_AS_JSON, type RulingRow, toRuling } from './items.sql';

export type NewRuling = ({ itemId: string } & Ruling) | { itemId: string; state: 'open' | 'ignored'; because: Because };

/** Writes rulings as one act. `personId` is null for rulings that no person made. */
export async function insertRulings(
  db: Queryable,
  organisationId: string,
  rulings: readonly NewRuling[],
  act: string,
  personId: string | null,
): Promise<void> {
  const rows = rulings.map((ruling) => ({
    state: 'ruled',
    by: 'person',
    confidence: 1,
    ...ruling,
    ...('lifetimeSeconds' in ruling &&
      ruling.lifetimeSeconds !== undefined && { lifetime: { seconds: ruling.lifetimeSeconds } }),
  }));
  await db.query(
    `INSERT INTO ruling (organisation_id, item_id, state, purpose, service, description, policy_url, legal_basis, lifetime,
       author, because, confidence, seen, person_id, act)
     SELECT $1, i.id, x.state, x.purpose, x.service, x.description, x."policyUrl", x."legalBasis", x.lifetime, x.by,
       x.because, x.confidence, x.seen, $3, $4
     FROM jsonb_to_recordset($2) AS x("itemId" uuid, state text, purpose text, service text, description text,
       "policyUrl" text, "legalBasis" text, lifetime jsonb, by text, because jsonb, confidence real, seen jsonb)
     JOIN item i ON i.id = x."itemId" AND i.organisation_id = $1`,
    [organisationId, asJson(rows), personId, act],
  );
}

/** Undoes all that a person did by one act; says which items it was about. */
export async function undoAct(db: Queryable, organisationId: string, act: string, personId: string): Promise<string[]> {
  const { rows } = await db.query<{ itemId: string }>(
    `UPDATE ruling SET undone_at = now(), undone_by = $3
     WHERE organisation_id = $1 AND act = $2 AND author = 'person' AND undone_at IS NULL RETURNING item_id AS "itemId"`,
    [organisationId, act, personId],
  );
  return rows.map(({ itemId }) => itemId);
}

/** Takes back what was ruled without a person and is not known any more. */
export async function endAutomatic(db: Queryable, organisationId: string, itemIds: readonly string[]): Promise<void> {
  await db.query(
    `UPDATE ruling SET undone_at = now()
     WHERE organisation_id = $1 AND item_id = ANY($2::uuid[]) AND author <> 'person' AND undone_at IS NULL`,
    [organisationId, itemIds],
  );
}

/** A ruling of the past; one that is no purpose (`open`, `ignored`) has none of what goes with one. */
export type PastRuling = Pick<KeptRuling, 'id' | 'at' | 'act' | 'by' | 'because'> &
  Partial<KeptRuling> & { state: 'ruled' | 'open' | 'ignored'; undoneAt: Date | null; undoneBy: string | null };

/** The newest fifty rulings of an item, the newest first, those taken back among them. */
export async function rulingHistory(db: Queryable, organisationId: string, itemId: string): Promise<PastRuling[]> {
  const { rows } = await db.query<{ ruling: RulingRow; undoneAt: Date | null; undoneBy: string | null }>(
    `SELECT ${RULING_AS_JSON} AS ruling, r.undone_at AS "undoneAt", u.name AS "undoneBy"
     FROM ruling r LEFT JOIN person p ON p.id = r.person_id LEFT JOIN person u ON u.id = r.undone_by
     WHERE r.organisation_id = $1 AND r.item_id = $2 ORDER BY r.at DESC LIMIT 50`,
    [organisationId, itemId],
  );
  return rows.map(({ ruling, ...undone }) => ({ ...toRuling(ruling), state: ruling.state, ...undone }));
}

/** What persons ruled of third-party things on the organisation's other sites. */
export async function rulingsElsewhere(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<RulingElsewhere[]> {
  const { rows } = await db.query<RulingElsewhere & { state: string; lifetime: { seconds: number | null } | null }>(
    `SELECT DISTINCT ON (i.id) json_build_object('kind', i.kind, 'name', i.name, 'host', i.host, 'party', 'third') AS item,
       ${RULING_AS_JSON} AS ruling, t.setup->'site'->>'name' AS "siteName", r.at::text AS at, r.state
     FROM ruling r JOIN item i ON i.id = r.item_id JOIN site t ON t.id = i.site_id LEFT JOIN person p ON p.id = r.person_id
     WHERE r.organisation_id = $1 AND i.site_id <> $2 AND r.author = 'person' AND r.undone_at IS NULL
       AND i.facts->>'party' = 'third'
       AND EXISTS (SELECT 1 FROM item o WHERE o.organisation_id = $1 AND o.site_id = $2 AND o.kind = i.kind
         AND o.host = i.host AND md5(o.name) = md5(i.name))
     ORDER BY i.id, r.at DESC`,
    [organisationId, siteId],
  );
  return rows
    .filter((row) => row.state === 'ruled')
    .map(({ item, ruling, siteName, at }) => {
      const { purpose, service, description, policyUrl, legalBasis, because, confidence, by, ...rest } =
        ruling as Ruling & { lifetime: { seconds: number | null } | null };
      const kept = { purpose, service, description, policyUrl, legalBasis, because, confidence, by };
      const given = Object.fromEntries(Object.entries(kept).filter(([, value]) => value !== null)) as unknown as Ruling;
      return {
        item,
        siteName,
        at,
        ruling: { ...given, ...(rest.lifetime && { lifetimeSeconds: rest.lifetime.seconds }) },
      };
    });
}

/** How many items of a site persons ruled for each purpose. */
export async function purposesInUse(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<Record<string, number>> {
  const { rows } = await db.query<{ purpose: string; count: number }>(
    `SELECT purpose, count(*)::int AS count FROM (
       SELECT DISTINCT ON (r.item_id) r.purpose, r.state FROM ruling r JOIN item i ON i.id = r.item_id
       WHERE r.organisation_id = $1 AND i.site_id = $2 AND r.author = 'person' AND r.undone_at IS NULL
       ORDER BY r.item_id, r.at DESC) standing
     WHERE state = 'ruled' GROUP BY purpose`,
    [organisationId, siteId],
  );
  return Object.fromEntries(rows.map(({ purpose, count }) => [purpose, count]));
}

/** What persons ruled and stands, on all sites of an organisation, the newest first. */
export async function listRuledByPersons(db: Queryable, organisationId: string): Promise<RuledByPerson[]> {
  const { rows } = await db.query(
    `SELECT i.site_id AS "siteId", i.kind, i.name, i.host, i.facts->>'party' AS party, i.facts->'chain' AS chain, r.purpose,
       r.service
     FROM item i CROSS JOIN LATERAL (SELECT * FROM ruling r WHERE r.item_id = i.id AND r.undone_at IS NULL
       AND r.author = 'person' ORDER BY r.at DESC LIMIT 1) r
     WHERE i.organisation_id = $1 AND r.state = 'ruled' ORDER BY r.at DESC LIMIT 5000`,
    [organisationId],
  );
  return rows.map(({ siteId, purpose, service, ...item }) => ({ siteId, item, ruling: { purpose, service } }));
}
