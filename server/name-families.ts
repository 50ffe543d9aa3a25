import { ItemFold, itemKey } from '@douane/core/observe';
import type { Queryable } from './db/db';
import { familySettings, listBareItems, mergeItems } from './db/name-families.sql';

/**
 * Makes one item of those whose names were found to be a family since they were taken in, with their rulings and notes:
 * of rulings by persons the newest stands. Gives the ids of the families.
 */
export async function foldKeptItems(db: Queryable, organisationId: string, siteId: string): Promise<string[]> {
  const items = await listBareItems(db, organisationId, siteId);
  const fold = new ItemFold(await familySettings(db, organisationId, siteId));
  for (const { id: _, ...item } of items) fold.addItem(item);
  const folded = new Map(fold.items().map((item) => [itemKey(item), item]));
  const moved = new Map<string, string[]>();
  for (const item of items) {
    const name = fold.nameOf(item);
    if (name === item.name) continue;
    const key = itemKey({ ...item, name });
    moved.set(key, [...(moved.get(key) ?? []), item.id]);
  }
  const made: string[] = [];
  for (const [key, ids] of moved) made.push(await mergeItems(db, organisationId, siteId, folded.get(key)!, ids));
  return made;
}
