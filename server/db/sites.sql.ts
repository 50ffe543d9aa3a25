import { DRAFT_PARTS, type DraftPart, readSetup, type Setup } from '@douane/core/setup';
import type { Queryable } from './db';

/** How often each part of a draft was saved, from 1. */
export type Revisions = Record<DraftPart, number>;

export interface Site {
  id: string;
  organisationId: string;
  key: string;
  /** The draft; its `services` are empty here and follow from the rulings. */
  setup: Setup;
  revisions: Revisions;
  createdAt: Date;
}

type SiteRow = Omit<Site, 'setup' | 'revisions'> & { setup: unknown; revisions: Partial<Revisions> };
const COLUMNS = `id, organisation_id AS "organisationId", key, setup, revisions, created_at AS "createdAt"`;

/** Drafts are kept in the format of their day and read in today's. */
function toSite({ setup, revisions, ...row }: SiteRow): Site {
  const parsed = readSetup(setup);
  if (!parsed.ok) {
    const { path, message } = parsed.problems[0]!;
    throw new Error(`the draft of site ${row.key} cannot be read: ${path}: ${message}`);
  }
  const all = Object.fromEntries(DRAFT_PARTS.map((part) => [part, revisions[part] ?? 1])) as Revisions;
  return { ...row, setup: parsed.value, revisions: all };
}

/** `null`: another site has this key. */
export async function insertSite(db: Queryable, organisationId: string, setup: Setup): Promise<Site | null> {
  const { rows } = await db.query<SiteRow>(
    `INSERT INTO site (organisation_id, key, setup) VALUES ($1, $2, $3) ON CONFLICT (key) DO NOTHING RETURNING ${COLUMNS}`,
    [organisationId, setup.site.key, setup],
  );
  return rows[0] ? toSite(rows[0]) : null;
}

/** One site. `null`: there is none of this organisation. */
export async function siteById(db: Queryable, organisationId: string, id: string): Promise<Site | null> {
  const { rows } = await db.query<SiteRow>(`SELECT ${COLUMNS} FROM site WHERE organisation_id = $1 AND id = $2`, [
    organisationId,
    id,
  ]);
  return rows[0] ? toSite(rows[0]) : null;
}

/** The same, held until the transaction ends, so that of two who change it the second sees the first's. */
export async function lockSite(db: Queryable, organisationId: string, id: string): Promise<Site | null> {
  const { rows } = await db.query<SiteRow>(
    `SELECT ${COLUMNS} FROM site WHERE organisation_id = $1 AND id = $2 FOR UPDATE`,
    [organisationId, id],
  );
  return rows[0] ? toSite(rows[0]) : null;
}

/** An organisation's sites in the order in which they were taken on. */
export async function listSites(db: Queryable, organisationId: string): Promise<Site[]> {
  const { rows } = await db.query<SiteRow>(
    `SELECT ${COLUMNS} FROM site WHERE organisation_id = $1 ORDER BY created_at, id`,
    [organisationId],
  );
  return rows.map(toSite);
}

/** A key is unique across organisations, since visitors' browsers know a site by nothing else. */
export async function isKeyTaken(db: Queryable, key: string): Promise<boolean> {
  const { rows } = await db.query('SELECT 1 FROM site WHERE key = $1', [key]);
  return rows.length > 0;
}

/** Keeps a draft; the caller holds the site (`lockSite`). */
export async function saveDraft(
  db: Queryable,
  organisationId: string,
  id: string,
  setup: Setup,
  revisions: Revisions,
): Promise<void> {
  await db.query('UPDATE site SET setup = $3, revisions = $4 WHERE organisation_id = $1 AND id = $2', [
    organisationId,
    id,
    setup,
    revisions,
  ]);
}
