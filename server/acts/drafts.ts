import { DRAFT_PARTS, type DraftPart, differences, parseSetup, readSetup, type Setup } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { reclassify } from '../classifying';
import type { ServerContext } from '../context';
import type { Queryable } from '../db/db';
import { listHouseRules } from '../db/knowledge.sql';
import { purposesInUse } from '../db/rulings.sql';
import { type Revisions, type Site, saveDraft as saveDraftRow } from '../db/sites.sql';
import { Problem } from '../problems';
import { type Actor, heldSite, perform } from './act';

/** A part of a draft as somebody changed it, and the revision that he had before him. */
export type ChangedParts = Partial<Record<DraftPart, { revision: number; body: unknown }>>;

/**
 * Saves parts of a draft. Two people on two parts do not collide; of two on the same part the second is told, and nothing
 * of either is lost. The draft is checked as a whole. Gives back the revisions that stand.
 */
export async function saveDraft(
  { db, knowledge }: Pick<ServerContext, 'db' | 'knowledge'>,
  actor: Actor,
  siteId: string,
  changed: ChangedParts,
): Promise<Revisions> {
  const site = await perform(db, actor, 'save-draft', async (tx) => {
    const before = await heldSite(tx, actor, siteId);
    const parts = DRAFT_PARTS.filter((part) => changed[part] !== undefined);
    refuseSavedMeanwhile(before, parts, changed);
    const bodies = Object.fromEntries(parts.map((part) => [part, changed[part]!.body]));
    const result = await keepDraft(tx, actor, before, { ...before.setup, ...bodies, services: [] }, parts);
    const facts = { changed: differences(before.setup, result.setup).map(({ path }) => path) };
    return { result, siteId, facts, tell: [{ siteId, what: 'draft' }] };
  });
  // What is ruled without a person goes by the purposes that there are.
  if (changed.purposes) await reclassify(db, knowledge, site);
  return site.revisions;
}

/**
 * Keeps a draft in place of the one before, if it is right; the caller holds the site. `parts`: those that get another
 * revision; absent: those that differ.
 */
export async function keepDraft(
  tx: Queryable,
  { organisationId }: Actor,
  before: Site,
  next: unknown,
  parts?: readonly DraftPart[],
): Promise<Site> {
  const setup = checkedDraft(next, before.setup);
  if (setup.site.key !== before.key) {
    throw new Problem(422, 'Some fields are not right', undefined, [
      { path: 'site.key', message: `cannot be changed from ${before.key}` },
    ]);
  }
  await refusePurposesInUse(tx, before, setup);
  const revisions = { ...before.revisions };
  const differ = (part: DraftPart) => differences(before.setup[part], setup[part]).length > 0;
  for (const part of parts ?? DRAFT_PARTS.filter(differ)) revisions[part] += 1;
  await saveDraftRow(tx, organisationId, before.id, setup, revisions);
  return { ...before, setup, revisions };
}

const PART_WORDS: Record<DraftPart, string> = {
  site: 'addresses',
  purposes: 'purposes',
  regions: 'regions',
  holding: 'what is held',
  banner: 'banner',
};

function refuseSavedMeanwhile({ revisions }: Site, parts: readonly DraftPart[], changed: ChangedParts): void {
  const stale = parts.filter((part) => changed[part]!.revision !== revisions[part]);
  if (stale.length === 0) return;
  throw new Problem(
    409,
    `Somebody else saved this draft meanwhile: ${stale.map((part) => PART_WORDS[part]).join(', ')}`,
    'Load it again to see what changed; what you typed is still here.',
    stale.map((part) => ({ path: part, message: `is at revision ${revisions[part]}` })),
  );
}

/** A setup that is right as a whole. Throws a problem that names each field that is not. */
export function checkedSetup(data: unknown): Setup {
  const parsed = parseSetup(data);
  if (!parsed.ok) throw new Problem(422, 'Some fields are not right', undefined, parsed.problems);
  return parsed.value;
}

/**
 * A draft that is no more wrong than it was: what was right when it was saved may have become wrong since, as when a law
 * is withdrawn, and must not keep people from the rest of it. To publish, all has to be right.
 */
function checkedDraft(data: unknown, before: Setup): Setup {
  const form = readSetup(data);
  const parsed = parseSetup(data);
  if (parsed.ok) return parsed.value;
  const old = parseSetup(before);
  const known = new Set(old.ok ? [] : old.problems.map(({ path, message }) => `${path} ${message}`));
  const problems = parsed.problems.filter(({ path, message }) => !known.has(`${path} ${message}`));
  if (form.ok && problems.length === 0) return form.value;
  throw new Problem(422, 'Some fields are not right', undefined, problems);
}

/** A purpose that rulings stand on cannot be taken away from under them. */
async function refusePurposesInUse(tx: Queryable, site: Site, setup: Setup): Promise<void> {
  const there = new Set(setup.purposes.map(({ id }) => id));
  if (site.setup.purposes.every(({ id }) => there.has(id))) return;
  const used = await purposesInUse(tx, site.organisationId, site.id);
  const rules = await listHouseRules(tx, site.organisationId, site.id);
  const problems = site.setup.purposes.flatMap(({ id, name }, i) => {
    if (there.has(id)) return [];
    const ruled = used[id] ?? 0;
    const houseRules = rules.filter((rule) => rule.siteId === site.id && rule.purpose === id).length;
    if (ruled + houseRules === 0) return [];
    const users = [ruled > 0 && plural(ruled, 'ruled item'), houseRules > 0 && plural(houseRules, 'house rule')];
    const message = `${name} cannot go: it is used by ${users.filter(Boolean).join(' and ')}. Give them another purpose first.`;
    return [{ path: `purposes[${i}]`, message }];
  });
  if (problems.length > 0) throw new Problem(409, 'Some fields are not right', undefined, problems);
}
