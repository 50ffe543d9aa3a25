import { itemKey } from '../observe/fold';
import { plural } from '../words/index';
import type { CheckedTold } from './told';
import type { CheckedCase, CheckedItem, Exposed, Exposure, Verdict } from './types';

/** How many items of all cases have each verdict. */
export function summarise(cases: readonly CheckedCase[]): Record<Verdict, number> {
  const summary: Record<Verdict, number> = { held: 0, cleared: 0, slipped: 0, silent: 0 };
  for (const { items } of cases) for (const item of items) summary[item.verdict] += 1;
  return summary;
}

/** Under which an item is shown: its service, or its host where it has none. */
export const serviceOf = ({ service, host }: Pick<CheckedItem, 'service' | 'host'>): string =>
  service ?? `Open: ${host}`;

const SEVERITY: readonly Verdict[] = ['slipped', 'held', 'cleared', 'silent'];
/** What matters most comes first. */
export function bySeverity(a: CheckedItem, b: CheckedItem): number {
  return (
    SEVERITY.indexOf(a.verdict) - SEVERITY.indexOf(b.verdict) ||
    (a.service ?? '').localeCompare(b.service ?? '') ||
    a.host.localeCompare(b.host) ||
    a.name.localeCompare(b.name)
  );
}

/** What a cell shows of several items. */
const WORST: readonly Verdict[] = ['slipped', 'cleared', 'held', 'silent'];

/** The worst verdict of each service in each case, in the order of the cases; `null`: nothing of it was in that case. */
export function verdictTable(cases: readonly CheckedCase[]): Map<string, (Verdict | null)[]> {
  const rows = new Map<string, (Verdict | null)[]>();
  for (const [i, { items }] of cases.entries()) {
    for (const item of items) {
      const name = serviceOf(item);
      const row: (Verdict | null)[] = rows.get(name) ?? cases.map(() => null);
      const known = row[i] ?? null;
      row[i] = known === null || WORST.indexOf(item.verdict) < WORST.indexOf(known) ? item.verdict : known;
      rows.set(name, row);
    }
  }
  return rows;
}

type Named = Pick<CheckedItem, 'kind' | 'host' | 'name'>;
export const isSameItem = (a: Named, b: Named): boolean => a.kind === b.kind && a.host === b.host && a.name === b.name;

/** Different things that slipped in any case, with the cases in which they did. */
export function slippedThings(cases: readonly CheckedCase[]): { item: CheckedItem; cases: CheckedCase[] }[] {
  const things = new Map<string, { item: CheckedItem; cases: CheckedCase[] }>();
  for (const checked of cases) {
    for (const item of checked.items) {
      if (item.verdict !== 'slipped') continue;
      const key = itemKey(item);
      const thing = things.get(key) ?? { item, cases: [] };
      thing.cases.push(checked);
      things.set(key, thing);
    }
  }
  return [...things.values()];
}

/** Each exposure once, with the cases in which it was seen. */
export function exposedByCase(visits: readonly { id: string; exposed: readonly Exposed[] }[]): Exposure[] {
  const all = new Map<string, Exposure>();
  for (const { id, exposed } of visits) {
    for (const one of exposed) {
      const key = [one.what, one.page, one.line, one.text].join('\n');
      const known = all.get(key) ?? { ...one, cases: [] };
      if (!known.cases.includes(id)) known.cases.push(id);
      all.set(key, known);
    }
  }
  return [...all.values()].sort((a, b) => a.page.localeCompare(b.page) || (a.line ?? 0) - (b.line ?? 0));
}

/** What slips in a check that did not slip in the one before. */
export function newlySlipped(before: readonly CheckedCase[], now: readonly CheckedCase[]): CheckedItem[] {
  const known = slippedThings(before);
  return slippedThings(now)
    .map(({ item }) => item)
    .filter((item) => !known.some((one) => isSameItem(one.item, item)));
}

/**
 * Why something that may run never did, as far as the other visits tell. It costs the organisation what it was to do, and
 * is no breach.
 */
export function silentWords(item: Named, cases: readonly CheckedCase[]): string {
  const ran = cases.filter(({ items }) => items.some((one) => isSameItem(one, item) && one.firings.length > 0));
  return ran.length === 0
    ? 'It may run here and never did, in no visit of this check: it may have gone from the site, or wait for something that no visit does, such as a basket or a form.'
    : `It may run here and never did, though it ran in ${plural(ran.length, 'other visit')}: a tag that was told no, another banner, or a setting of its own may keep it.`;
}

/** Visits that are no proof of anything that did not happen in them. */
export const notChecked = (cases: readonly CheckedCase[]): CheckedCase[] =>
  cases.filter((one) => (one.notChecked ?? []).length > 0);

/** In how many of the cases of an exposure something of it went out that was to be held. */
export const slippedFrom = ({ cases: ids, hosts, page }: Exposure, cases: readonly CheckedCase[]): number =>
  cases.filter(
    ({ id, items }) =>
      ids.includes(id) &&
      items.some(
        (one) => one.verdict === 'slipped' && one.page === page && (hosts.length === 0 || hosts.includes(one.host)),
      ),
  ).length;

/** Whether tags that manage themselves were told what they should not have been, or too late. */
export const isMistold = ({ verdict }: CheckedTold): boolean => verdict === 'wrong' || verdict === 'late';
