import { familiesOverVisits, isOfFamily, type NameFamily, patternByForm } from './name-family';
import type { Item, ItemKind, Observation, Posts } from './types';
import { joinValues } from './value';

/** Identity of an item within a site. The parts cannot hold the separator: hosts and kinds have no line feed. */
export function itemKey(item: { kind: ItemKind; name: string; host: string }): string {
  return `${item.kind}\n${item.host}\n${item.name}`;
}

/** What people settled about families of names on a site. */
export interface FamilySettings {
  /** Made by a person, or made out at earlier scans. */
  known?: readonly NameFamily[];
  /** Patterns that a person parted: their names stand each for itself. */
  parted?: readonly NameFamily[];
}

/** Names of one kind on one host beyond this are counted and not listed: a page can think up names without end. */
export const MOST_NAMES = 1000;
const MOST_EXAMPLES = 5;

/**
 * Adds observations up to items, one after the other. The longest lifetime seen wins, since that is what a visitor must
 * be told; the chain is that of the first sighting. Names that vary are one item; see `NameFamily`.
 */
export class ItemFold {
  private readonly byKey = new Map<string, Item & { pageSet: Set<string> }>();
  private readonly counts = new Map<string, number>();
  private readonly known = new Map<string, NameFamily[]>();
  private readonly parted: ReadonlySet<string>;

  constructor({ known = [], parted = [] }: FamilySettings = {}) {
    this.parted = new Set(parted.map(familyKey));
    for (const family of known) this.learn(family);
  }

  add({ atMs: _at, page, afterYes, ...facts }: Observation): void {
    const known = this.byKey.get(itemKey(this.inFamily({ ...facts, pages: [] })));
    // Written again at the same visit: the visitor keeps the newest value, and what was posted adds up.
    if (known?.pageSet.has(page)) {
      const { value, posts, ...rest } = facts;
      if (value) known.value = known.value ? { ...value, visits: known.value.visits } : value;
      if (posts) known.posts = sum(known.posts, posts);
      this.addItem({ ...rest, pages: [page], ...(afterYes && { onlyAfterYes: true }) });
    } else this.addItem({ ...facts, pages: [page], ...(afterYes && { onlyAfterYes: true }) });
  }

  /** Takes in an item that was added up elsewhere, as of one page. */
  addItem(given: Item): void {
    const item = this.inFamily(given);
    const known = this.byKey.get(itemKey(item));
    if (known) {
      this.join(known, item);
      return;
    }
    const place = `${item.kind}\n${item.host}`;
    const count = (this.counts.get(place) ?? 0) + 1;
    this.counts.set(place, count);
    if (count <= MOST_NAMES) this.byKey.set(itemKey(item), { ...item, pageSet: new Set(item.pages) });
  }

  private join(known: Item & { pageSet: Set<string> }, item: Item): void {
    if (item.examples) known.examples = merged(known.examples, item.examples);
    if (!item.behind) delete known.behind;
    if (!item.removedAtOnce) delete known.removedAtOnce;
    for (const page of item.pages) known.pageSet.add(page);
    if (longer(item.lifetimeSeconds, known.lifetimeSeconds)) known.lifetimeSeconds = item.lifetimeSeconds;
    if (known.chain.length === 0) known.chain = item.chain;
    known.setBy ??= item.setBy;
    if (!item.onlyAfterYes) delete known.onlyAfterYes;
    const value = joinValues(known.value, item.value);
    if (value) known.value = value;
    if (item.carries) known.carries = [...new Set([...(known.carries ?? []), ...item.carries])];
    if (item.posts && item.posts.size > (known.posts?.size ?? 0)) known.posts = item.posts;
    if (item.script && (!known.script || (item.script.services && !known.script.services))) known.script = item.script;
    if (item.excerpt) known.excerpt ??= item.excerpt;
  }

  get size(): number {
    return this.byKey.size;
  }

  /** Hosts under which more names were stored than are listed, with how many there were. */
  flooded(): { kind: ItemKind; host: string; names: number }[] {
    return [...this.counts].flatMap(([place, names]) => {
      const [kind, host] = place.split('\n') as [ItemKind, string];
      return names > MOST_NAMES ? [{ kind, host, names }] : [];
    });
  }

  /** Third parties first, then by host, kind and name. What varies over the visits so far is folded. */
  items(): Item[] {
    const found = familiesOverVisits([...this.byKey.values()].map(withPages));
    for (const family of [...found, ...this.familiesMet()]) this.learn(family);
    for (const [key, item] of [...this.byKey]) {
      const folded = item.examples ? item : this.inFamily(item);
      if (folded === item) continue;
      this.byKey.delete(key);
      const family = this.byKey.get(itemKey(folded));
      if (family) this.join(family, { ...withPages(item), examples: folded.examples });
      else this.byKey.set(itemKey(folded), { ...folded, pageSet: item.pageSet });
    }
    return [...this.byKey.values()].map(withPages).sort(byConsequence);
  }

  /** The name under which an item is listed: that of its family, or its own. */
  nameOf(item: Item): string {
    return this.inFamily(item).name;
  }

  private learn(family: NameFamily): void {
    if (this.parted.has(familyKey(family))) return;
    const place = `${family.kind}\n${family.host}`;
    const there = this.known.get(place);
    if (there?.some(({ pattern }) => pattern === family.pattern)) return;
    if (there) there.push(family);
    else this.known.set(place, [family]);
  }

  /** Families that were made out by the form of some names; others of the same make may look less drawn than these. */
  private familiesMet(): NameFamily[] {
    return [...this.byKey.values()].flatMap(({ kind, host, name, examples }) =>
      examples && examples.length > 1 ? [{ kind, host, pattern: name, examples }] : [],
    );
  }

  /** The item under the pattern of its family, or as it is. */
  private inFamily(item: Item): Item {
    const { kind, host, name } = item;
    if (kind === 'request' || item.examples) return item;
    const known = this.known.get(`${kind}\n${host}`)?.find((family) => isOfFamily(family, item));
    const pattern = known?.pattern ?? patternByForm(name);
    if (!pattern || (!known && this.parted.has(familyKey({ kind, host, pattern })))) return item;
    return { ...item, name: pattern, examples: [name] };
  }
}

const withPages = ({ pageSet, ...item }: Item & { pageSet: Set<string> }): Item => ({ ...item, pages: [...pageSet] });
const familyKey = ({ kind, host, pattern }: NameFamily) => itemKey({ kind, host, name: pattern });
const merged = (a: readonly string[] = [], b: readonly string[]) => [...new Set([...a, ...b])].slice(0, MOST_EXAMPLES);

/** All observations added up at once; see `ItemFold`. */
export function foldObservations(observations: Iterable<Observation>, settings?: FamilySettings): Item[] {
  const fold = new ItemFold(settings);
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
