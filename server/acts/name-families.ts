import { randomUUID } from 'node:crypto';
import { patternProblem } from '@douane/core/classify';
import { matchesName } from '@douane/core/hold';
import type { Item } from '@douane/core/observe';
import { reclassify } from '../classifying';
import type { ServerContext } from '../context';
import { itemById, type KeptItem, lockItems, upsertItems } from '../db/items.sql';
import { mergeItems, settleFamily } from '../db/name-families.sql';
import { insertRulings } from '../db/rulings.sql';
import { foldKeptItems } from '../name-families';
import { notFound, Problem } from '../problems';
import { type Actor, heldSite, perform } from './act';

type Tools = Pick<ServerContext, 'db' | 'knowledge'>;

/**
 * Settles that the names which fit a pattern are one family, on the host and of the kind of the given items, and makes
 * one item of them. 422: the pattern does not fit them. 409: persons ruled them differently.
 */
export async function makeFamily(
  { db, knowledge }: Tools,
  actor: Actor,
  siteId: string,
  { itemIds, pattern }: { itemIds: readonly string[]; pattern: string },
): Promise<string> {
  const { organisationId, personId } = actor;
  const { site, id } = await perform(db, actor, 'make-family', async (tx) => {
    const site = await heldSite(tx, actor, siteId);
    const items = await lockItems(tx, organisationId, siteId, itemIds);
    if (items.length !== itemIds.length) throw notFound('item of this site');
    const { kind, host } = items[0]!;
    const family = { kind, host, pattern };
    refuseUnfit(items, pattern);
    refuseTorn(items);
    await settleFamily(tx, organisationId, siteId, personId, family, 'made');
    const [made] = await foldKeptItems(tx, organisationId, siteId);
    const result = { site, id: made ?? items[0]!.id };
    return { result, siteId, facts: { ...family, items: itemIds.length }, tell: [{ siteId, what: 'items' }] };
  });
  await reclassify(db, knowledge, site);
  return id;
}

/** Settles that the names of a family stand each for itself; each gets what a person ruled of the family. */
export async function partFamily({ db, knowledge }: Tools, actor: Actor, itemId: string): Promise<void> {
  const { organisationId, personId } = actor;
  const site = await perform(db, actor, 'part-family', async (tx) => {
    const found = await itemById(tx, organisationId, itemId);
    if (!found) throw notFound('item');
    const { siteId } = found;
    const site = await heldSite(tx, actor, siteId);
    const [family] = await lockItems(tx, organisationId, siteId, [itemId]);
    if (!family?.examples) throw new Problem(409, 'This is no family of names', 'It has one name only.');
    const { kind, host, name: pattern, examples } = family;
    await settleFamily(tx, organisationId, siteId, personId, { kind, host, pattern }, 'parted');
    const [first, ...others] = examples.map((name) => single(family, name));
    await upsertItems(tx, organisationId, siteId, others);
    await mergeItems(tx, organisationId, siteId, first!, [itemId]);
    if (family.ruling?.by === 'person') {
      const { ruling } = family;
      const { rows } = await tx.query<{ id: string }>(
        `SELECT id FROM item WHERE organisation_id = $1 AND site_id = $2 AND kind = $3 AND host = $4 AND name = ANY($5)`,
        [organisationId, siteId, kind, host, others.map(({ name }) => name)],
      );
      const copies = rows.map((row) => ({ ...ruling, itemId: row.id }));
      if (copies.length > 0) await insertRulings(tx, organisationId, copies, randomUUID(), personId);
    }
    return { result: site, siteId, facts: { kind, host, pattern }, tell: [{ siteId, what: 'items' }] };
  });
  await reclassify(db, knowledge, site);
}

/** One of the names of a family, as an item of its own. */
function single(family: KeptItem, name: string): Item {
  const kept = ['id', 'siteId', 'firstSeenAt', 'lastSeenAt', 'ruling', 'aside', 'automatic', 'notes', 'examples'];
  const facts = Object.fromEntries(Object.entries(family).filter(([field]) => !kept.includes(field)));
  return { ...(facts as unknown as Item), name };
}

function refuseUnfit(items: readonly KeptItem[], pattern: string): void {
  const { kind, host } = items[0]!;
  const other = items.find((item) => item.kind !== kind || item.host !== host);
  const unfit = items.find(({ name, examples }) => !(examples ?? [name]).every((one) => matchesName(pattern, one)));
  const message = other
    ? `names of one kind on one host make a family; ${other.name} is a ${other.kind} of ${other.host}`
    : !pattern.includes('*')
      ? 'put * where the names differ'
      : (patternProblem(pattern) ?? (unfit ? `does not fit ${(unfit.examples ?? [unfit.name])[0]}` : null));
  if (message) throw new Problem(422, 'Some fields are not right', undefined, [{ path: 'pattern', message }]);
}

/** What persons ruled differently is not made one over their heads. */
function refuseTorn(items: readonly KeptItem[]): void {
  const ruled = items.filter(({ ruling }) => ruling?.by === 'person');
  if (new Set(ruled.map(({ ruling }) => ruling!.purpose)).size < 2) return;
  throw new Problem(409, 'Persons ruled these differently', 'Rule them alike first.', [
    { path: 'itemIds', message: ruled.map(({ name, ruling }) => `${name} is ${ruling!.purpose}`).join(', ') },
  ]);
}
