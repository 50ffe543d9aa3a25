import type { Item, ItemKind, Observation } from './types';

/** Identity of an item within a site. The parts cannot hold the separator: hosts and kinds have no line feed. */
export function itemKey(item: { kind: ItemKind; name: string; host: string }): string {
  return `${item.kind}\n${item.host}\n${item.name}`;
}

/**
 * Adds observations up to items. The longest lifetime seen wins, since that is what a visitor must be told;
 * the chain is that of the first sighting. Order: third parties first, then by host, kind and name.
 */
export function foldObservations(observations: Iterable<Observation>): Item[] {
  const items = new Map<string, Item>();
  for (const o of observations) {
    const key = itemKey(o);
    const known = items.get(key);
    if (!known) {
      const { atMs: _at, page, ...rest } = o;
      items.set(key, { ...rest, pages: [page] });
      continue;
    }
    if (!known.pages.includes(o.page)) known.pages.push(o.page);
    if (longer(o.lifetimeSeconds, known.lifetimeSeconds)) known.lifetimeSeconds = o.lifetimeSeconds;
    if (known.chain.length === 0) known.chain = o.chain;
    known.setBy ??= o.setBy;
  }
  return [...items.values()].sort(byConsequence);
}

function longer(a: number | null | undefined, b: number | null | undefined): boolean {
  return (a ?? -1) > (b ?? -1);
}

function byConsequence(a: Item, b: Item): number {
  if (a.party !== b.party) return a.party === 'third' ? -1 : 1;
  return a.host.localeCompare(b.host) || a.kind.localeCompare(b.kind) || a.name.localeCompare(b.name);
}
