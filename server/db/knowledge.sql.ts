import {
  type CatalogueEntry,
  type ClassifySettings,
  classifySettingsSchema,
  type HouseRule,
  type HouseRuleBody,
} from '@douane/core/classify';
import { asJson } from './clean';
import type { Queryable } from './db';

/** What an organisation set about layers, heuristics and bar; defaults for the rest. */
export async function classifySettings(db: Queryable, organisationId: string): Promise<ClassifySettings> {
  const { rows } = await db.query('SELECT classify_settings AS settings FROM organisation WHERE id = $1', [
    organisationId,
  ]);
  return classifySettingsSchema.parse(rows[0]?.settings ?? {});
}

/** Keeps these settings as a whole. */
export async function saveClassifySettings(
  db: Queryable,
  organisationId: string,
  settings: ClassifySettings,
): Promise<void> {
  await db.query('UPDATE organisation SET classify_settings = $2 WHERE id = $1', [organisationId, settings]);
}

export interface KeptHouseRule extends HouseRule {
  person: string | null;
  createdAt: Date;
}
const RULE_COLUMNS = `h.id, h.site_id AS "siteId", h.body, h.enabled, h.created_at AS "createdAt", p.name AS person`;
type RuleRow = Omit<KeptHouseRule, keyof HouseRuleBody> & { body: HouseRuleBody };
const toRule = ({ body, ...row }: RuleRow): KeptHouseRule => ({ ...body, ...row });

/** House rules of the organisation; with a site only those that hold there. */
export async function listHouseRules(db: Queryable, organisationId: string, siteId?: string): Promise<KeptHouseRule[]> {
  const { rows } = await db.query<RuleRow>(
    `SELECT ${RULE_COLUMNS} FROM house_rule h LEFT JOIN person p ON p.id = h.person_id
     WHERE h.organisation_id = $1 AND ($2::uuid IS NULL OR h.site_id IS NULL OR h.site_id = $2) ORDER BY h.created_at`,
    [organisationId, siteId ?? null],
  );
  return rows.map(toRule);
}

/** Adds a house rule; says its id. `siteId` `null`: for every site. */
export async function insertHouseRule(
  db: Queryable,
  organisationId: string,
  siteId: string | null,
  body: HouseRuleBody,
  personId: string,
): Promise<string> {
  const { rows } = await db.query(
    'INSERT INTO house_rule (organisation_id, site_id, body, person_id) VALUES ($1, $2, $3, $4) RETURNING id',
    [organisationId, siteId, body, personId],
  );
  return rows[0].id;
}

/** `null`: there is no such rule in the organisation. */
export async function updateHouseRule(
  db: Queryable,
  organisationId: string,
  id: string,
  change: { siteId: string | null; body: HouseRuleBody; enabled: boolean },
): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE house_rule SET site_id = $3, body = $4, enabled = $5 WHERE organisation_id = $1 AND id = $2',
    [organisationId, id, change.siteId, change.body, change.enabled],
  );
  return rowCount === 1;
}

/** `false`: there was none of this organisation. */
export async function deleteHouseRule(db: Queryable, organisationId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query('DELETE FROM house_rule WHERE organisation_id = $1 AND id = $2', [
    organisationId,
    id,
  ]);
  return rowCount === 1;
}

/** The organisation's own catalogue, the newest entries last. */
export async function listOwnCatalogue(db: Queryable, organisationId: string): Promise<CatalogueEntry[]> {
  const { rows } = await db.query<{ entry: CatalogueEntry }>(
    'SELECT entry FROM catalogue_entry WHERE organisation_id = $1 ORDER BY number',
    [organisationId],
  );
  return rows.map(({ entry }) => entry);
}

/** Another text whenever the own catalogue is another: entries are numbered anew as they are written. */
export async function ownCatalogueRevision(db: Queryable, organisationId: string): Promise<string> {
  const { rows } = await db.query(
    `SELECT count(*) || '/' || coalesce(max(number), 0) AS revision FROM catalogue_entry WHERE organisation_id = $1`,
    [organisationId],
  );
  return rows[0].revision;
}

/** Puts the whole own catalogue in place of the one before; `key` tells entries apart. */
export async function replaceOwnCatalogue(
  db: Queryable,
  organisationId: string,
  entries: readonly { key: string; entry: CatalogueEntry }[],
): Promise<void> {
  await db.query('DELETE FROM catalogue_entry WHERE organisation_id = $1', [organisationId]);
  await db.query(
    `INSERT INTO catalogue_entry (organisation_id, key, entry)
     SELECT $1, x.key, x.entry FROM jsonb_to_recordset($2) AS x(key text, entry jsonb)`,
    [organisationId, asJson(entries)],
  );
}
