import { itemKey } from '../observe/fold';
import type { CheckedCase, CheckedItem, CheckReport, Verdict } from './types';

/**
 * What became of a thing between two checks. `slips`: it slips where it did not; `mended`: it slipped and does so in no
 * visit now; `new`, `gone`: it was seen in one check only; `unseen`: its page was not visited now; `changed`: any other
 * verdict is another.
 */
export const BECAME = ['slips', 'mended', 'new', 'gone', 'unseen', 'changed'] as const;

export interface Became {
  what: (typeof BECAME)[number];
  item: CheckedItem;
  /** Where its verdict is another; `null`: it was not there. */
  cases: { id: string; before: Verdict | null; now: Verdict | null }[];
}

export interface CheckComparison {
  changes: Became[];
  /** Things whose verdicts are as they were. */
  same: number;
  /** Cases of one check only, which are not compared. */
  onlyBefore: string[];
  onlyNow: string[];
}

type Compared = Pick<CheckReport, 'cases' | 'pages'>;

/** What became of each thing between two checks, over the cases that both have; what matters most comes first. */
export function compareChecks(before: Compared, now: Compared): CheckComparison {
  const inBoth = now.cases.flatMap((one) => {
    const other = before.cases.find(({ id }) => id === one.id);
    return other ? [{ id: one.id, before: other, now: one }] : [];
  });
  const things = new Map<string, { item: CheckedItem; cases: Became['cases'] }>();
  for (const { id, ...pair } of inBoth) {
    for (const side of ['before', 'now'] as const) {
      for (const [key, item] of byKey(pair[side])) {
        const thing = things.get(key) ?? { item, cases: [] };
        // As it is now, where it is.
        if (side === 'now') thing.item = item;
        const known = thing.cases.find((one) => one.id === id);
        if (known) known[side] = item.verdict;
        else thing.cases.push({ id, before: null, now: null, [side]: item.verdict });
        things.set(key, thing);
      }
    }
  }
  const changes = [...things.values()].flatMap((thing) => becameOf(thing, now.pages) ?? []);
  const ids = (of: Compared, other: Compared) =>
    of.cases.map(({ id }) => id).filter((id) => !other.cases.some((one) => one.id === id));
  return {
    changes: changes.sort((a, b) => BECAME.indexOf(a.what) - BECAME.indexOf(b.what)),
    same: things.size - changes.length,
    onlyBefore: ids(before, now),
    onlyNow: ids(now, before),
  };
}

function becameOf({ item, cases }: Omit<Became, 'what'>, pages: readonly string[]): Became | null {
  const changed = cases.filter((one) => one.before !== one.now);
  if (changed.length === 0) return null;
  const slipped = (side: 'before' | 'now') => cases.some((one) => one[side] === 'slipped');
  const absent = (side: 'before' | 'now') => cases.every((one) => one[side] === null);
  const what = changed.some((one) => one.now === 'slipped')
    ? 'slips'
    : absent('now')
      ? item.page !== undefined && !pages.includes(item.page)
        ? 'unseen'
        : 'gone'
      : slipped('before') && !slipped('now')
        ? 'mended'
        : absent('before')
          ? 'new'
          : 'changed';
  return { what, item, cases: changed };
}

/** Of things with one name the worst, which comes first: paths of a host may serve several purposes. */
function byKey({ items }: CheckedCase): Map<string, CheckedItem> {
  const found = new Map<string, CheckedItem>();
  for (const item of items) {
    const key = itemKey(item);
    if (!found.has(key)) found.set(key, item);
  }
  return found;
}
