import { type FamilySettings, ItemFold, itemKey } from './fold';
import type { Item } from './types';

export interface ScanSide {
  items: readonly Item[];
  /** Pages that could be visited. */
  pages: readonly string[];
}

export interface ItemChange {
  what: 'lives-longer' | 'lives-shorter' | 'new-pages' | 'new-parent' | 'attributes';
  before: string;
  now: string;
}

export interface ScanComparison {
  added: Item[];
  /** No longer there, though one of its pages was visited again. */
  gone: Item[];
  /** Its pages were not visited this time, so nothing is known of it. */
  notLookedFor: Item[];
  changed: { item: Item; changes: ItemChange[] }[];
  same: number;
}

/** A lifetime is reckoned from the clock and so differs by seconds between scans; a change is more than a fiftieth. */
const TOLERANCE = 0.02;

/** What came, went and changed between two scans of a site. A family of names that one of them made out is one in both. */
export function compareScans(
  before: ScanSide,
  now: ScanSide,
  { known = [], parted }: FamilySettings = {},
): ScanComparison {
  const families = [...before.items, ...now.items].flatMap(({ kind, host, name, examples }) =>
    examples ? [{ kind, host, pattern: name, examples }] : [],
  );
  const folded = (items: readonly Item[]) => {
    const fold = new ItemFold({ known: [...known, ...families], parted });
    for (const item of items) fold.addItem(item);
    return fold.items();
  };
  const old = new Map(folded(before.items).map((item) => [itemKey(item), item]));
  const visited = new Set(now.pages);
  const visitedBefore = new Set(before.pages);
  const result: ScanComparison = { added: [], gone: [], notLookedFor: [], changed: [], same: 0 };
  for (const item of folded(now.items)) {
    const was = old.get(itemKey(item));
    old.delete(itemKey(item));
    if (!was) {
      result.added.push(item);
      continue;
    }
    const changes = changesOf(was, item, visitedBefore);
    if (changes.length > 0) result.changed.push({ item, changes });
    else result.same += 1;
  }
  for (const item of old.values()) {
    (item.pages.some((page) => visited.has(page)) ? result.gone : result.notLookedFor).push(item);
  }
  return result;
}

function changesOf(was: Item, item: Item, visitedBefore: ReadonlySet<string>): ItemChange[] {
  const changes: ItemChange[] = [];
  const [a, b] = [was.lifetimeSeconds ?? 0, item.lifetimeSeconds ?? 0];
  if (Math.abs(a - b) > Math.max(a, b) * TOLERANCE) {
    const what = b > a ? 'lives-longer' : 'lives-shorter';
    changes.push({
      what,
      before: String(was.lifetimeSeconds ?? 'session'),
      now: String(item.lifetimeSeconds ?? 'session'),
    });
  }
  // A page that was not visited before may have had it all along.
  const pages = item.pages.filter((page) => visitedBefore.has(page) && !was.pages.includes(page));
  if (pages.length > 0) changes.push({ what: 'new-pages', before: String(was.pages.length), now: pages.join('\n') });
  const [parent, parentNow] = [parentOf(was), parentOf(item)];
  if (parent && parentNow && parent !== parentNow) changes.push({ what: 'new-parent', before: parent, now: parentNow });
  const [attributes, attributesNow] = [attributesOf(was), attributesOf(item)];
  if (item.kind === 'cookie' && attributes !== attributesNow) {
    changes.push({ what: 'attributes', before: attributes, now: attributesNow });
  }
  return changes;
}

/** Host and path of what brought an item in; queries differ from visit to visit. The page itself is no parent. */
function parentOf({ chain }: Item): string | null {
  const parent = chain.at(-2) && chain.length > 2 ? chain.at(-2)!.url : null;
  if (!parent || !URL.canParse(parent)) return null;
  const { host, pathname } = new URL(parent);
  return host + pathname;
}

function attributesOf({ httpOnly, secure, sameSite }: Item): string {
  return (
    [httpOnly && 'HttpOnly', secure && 'Secure', sameSite && `SameSite=${sameSite}`].filter(Boolean).join(', ') ||
    'none'
  );
}
