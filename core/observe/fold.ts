import type { Item, ItemKind, Observation, Posts } from './types';
import { joinValues } from './value';

/** Identity of an item within a site. The parts cannot hold the separator: hosts and kinds have no line feed. */
export function itemKey(item: { kind: ItemKind; name: string; host: string }): string {
  return `${item.kind}\n${item.host}\n${item.name}`;
}

/**
 * Adds observations up to items, one after the other. The longest lifetime seen wins, since that is what a visitor must
 * be told; the chain is that of the first sighting.
 */
export class ItemFold {
  private readonly byKey = new Map<string, Item & { pageSet: Set<string> }>();

  add({ atMs: _at, page, afterYes, ...facts }: Observation): void {
    const known = this.byKey.get(itemKey(facts));
    // Written again at the same visit: the visitor keeps the newest value, and what was posted adds up.
    if (known?.pageSet.has(page)) {
      const { value, posts, ...rest } = facts;
      if (value) known.value = known.value ? { ...value, visits: known.value.visits } : value;
      if (posts) known.posts = sum(known.posts, posts);
      this.addItem({ ...rest, pages: [page], ...(afterYes && { onlyAfterYes: true }) });
    } else this.addItem({ ...facts, pages: [page], ...(afterYes && { onlyAfterYes: true }) });
  }

  /** Takes in an item that was added up elsewhere, as of one page. */
  addItem(item: Item): void {
    const key = itemKey(item);
    const known = this.byKey.get(key);
    if (!known) {
      this.byKey.set(key, { ...item, pageSet: new Set(item.pages) });
      return;
    }
    for (const page of item.pages) known.pageSet.add(page);
    if (longer(item.lifetimeSeconds, known.lifetimeSeconds)) known.lifetimeSeconds = item.lifetimeSeconds;
    if (known.chain.length === 0) known.chain = item.chain;
    known.setBy ??= item.setBy;
    if (!item.onlyAfterYes) delete known.onlyAfterYes;
    const value = joinValues(known.value, item.value);
    if (value) known.value = value;
    if (item.carries) known.carries = [...new Set([...(known.carries ?? []), ...item.carries])];
    if (item.posts && item.posts.size > (known.posts?.size ?? 0)) known.posts = item.posts;
    if (item.excerpt) known.excerpt ??= item.excerpt;
  }

  get size(): number {
    return this.byKey.size;
  }

  /** Third parties first, then by host, kind and name. */
  items(): Item[] {
    return [...this.byKey.values()]
      .map(({ pageSet, ...item }) => ({ ...item, pages: [...pageSet] }))
      .sort(byConsequence);
  }
}

/** All observations added up at once; see `ItemFold`. */
export function foldObservations(observations: Iterable<Observation>): Item[] {
  const fold = new ItemFold();
  for (const observation of observations) fold.add(observation);
  return fold.items();
}

function sum(a: Posts | undefined, b: Posts): Posts {
  return { count: (a?.count ?? 0) + b.count, size: (a?.size ?? 0) + b.size };
}

function longer(a: number | null | undefined, b: number | null | undefined): boolean {
  return (a ?? -1) > (b ?? -1);
}

function byConsequence(a: Item, b: Item): number {
  if (a.party !== b.party) return a.party === 'third' ? -1 : 1;
  return compare(a.host, b.host) || compare(a.kind, b.kind) || compare(a.name, b.name);
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
