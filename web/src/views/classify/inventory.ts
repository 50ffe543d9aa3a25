import type { RuledItem } from '@douane/api';
import { authorWords, becauseWords } from '@douane/core/classify/words';
import { KIND_WORDS } from '@douane/core/observe';
import { tally } from '../../ui/digest';
import { pathOf } from '../../ui/words';

/** How the list of items is narrowed, grouped and sorted; kept under a name, this is a saved filter. */
export interface ListFilter {
  search: string;
  only: Narrowing[];
  group: Grouping;
  sort: Sorting;
}

export const NARROWINGS = {
  open: 'open',
  suggested: 'with a suggestion',
  findings: 'second look',
  third: 'third party',
  cookies: 'cookies',
  'long-lived': 'a year or longer',
  new: 'found in the last 7 days',
  'after-yes': 'only after a yes',
  noted: 'with notes',
} as const;
export type Narrowing = keyof typeof NARROWINGS;

export const GROUPINGS = {
  none: 'no groups',
  service: 'by service',
  purpose: 'by purpose',
  page: 'by page',
  host: 'by host',
} as const;
export type Grouping = keyof typeof GROUPINGS;

export type Sorting =
  | 'consequence'
  | 'name'
  | 'kind'
  | 'host'
  | 'lives'
  | 'pages'
  | 'purpose'
  | `-${'name' | 'kind' | 'host' | 'lives' | 'pages' | 'purpose'}`;

export const NO_FILTER: ListFilter = { search: '', only: [], group: 'none', sort: 'consequence' };

/** Whether two filters show the same; the database gives the parts back in an order of its own. */
export const sameFilter = (a: ListFilter, b: ListFilter) =>
  a.search === b.search &&
  a.group === b.group &&
  a.sort === b.sort &&
  [...a.only].sort().join() === [...b.only].sort().join();

export type Row = { type: 'group'; title: string; count: number; open: number } | { type: 'item'; item: RuledItem };

const YEAR = 365 * 86_400;
const WEEK_MS = 7 * 86_400_000;

/** No ruling stands, and nobody said to ignore it. */
export function isOpen({ ruling, aside }: Pick<RuledItem, 'ruling' | 'aside'>): boolean {
  return !ruling && aside?.state !== 'ignored';
}

const FITS: Record<Narrowing, (item: RuledItem, now: number) => boolean> = {
  open: isOpen,
  suggested: (item) => item.suggestion !== null,
  findings: (item) => item.findings.length > 0,
  third: (item) => item.party === 'third',
  cookies: (item) => item.kind === 'cookie',
  'long-lived': (item) => (item.lifetimeSeconds ?? 0) >= YEAR,
  new: (item, now) => now - Date.parse(item.firstSeenAt) < WEEK_MS,
  'after-yes': (item) => item.onlyAfterYes === true,
  noted: (item) => item.notes > 0,
};

/** Why an item waits for a person, in a few words. */
export function whyOpen({ aside, suggestion }: Pick<RuledItem, 'aside' | 'suggestion'>): string {
  if (aside) return 'kept open by a person';
  if (!suggestion) return 'nothing of it is known, and nothing it does tells';
  const { because } = suggestion;
  const depends = because.code === 'marks' && because.said.some(({ heuristic }) => heuristic === 'depends-on-use');
  return depends ? 'known, but its use here decides' : 'suggested, but less sure than the bar';
}

/** How many were ruled without a person, and by what; empty: none. */
export function ruledAlone(items: readonly Pick<RuledItem, 'ruling'>[]): string {
  const counts = tally(items.flatMap(({ ruling }) => (ruling && ruling.by !== 'person' ? authorWords(ruling.by) : [])));
  if (counts.length === 0) return '';
  const all = counts.reduce((sum, [, count]) => sum + count, 0);
  return `${all} ruled ${all === 1 ? 'itself' : 'themselves'}: ${counts.map(([by, count]) => `${count} by ${by}`).join(', ')}.`;
}

/** Text to search in, made once for each item. */
const texts = new WeakMap<RuledItem, string>();
function textOf(item: RuledItem): string {
  let text = texts.get(item);
  if (text === undefined) {
    const { name, host, kind, party, ruling, aside } = item;
    const because = ruling?.because ?? aside?.because;
    const stands = ruling?.service ?? (aside?.state === 'ignored' ? 'ignored' : 'open');
    text =
      `${name} ${host} ${KIND_WORDS[kind]} ${party} party ${stands} ${ruling?.purpose ?? ''} ${ruling?.by ?? ''} ${because ? becauseWords(because) : ''} ${item.chain.map((link) => link.url).join(' ')} ${item.pages.map(pathOf).join(' ')}`.toLowerCase();
    texts.set(item, text);
  }
  return text;
}

const AT_A_TIME = 400;

/** Makes the texts to search in while nothing else is to be done, so that the first key typed does not wait for them. */
export function prepareSearch(items: readonly RuledItem[]): () => void {
  let at = 0;
  let wait: ReturnType<typeof setTimeout>;
  const some = () => {
    for (const item of items.slice(at, at + AT_A_TIME)) textOf(item);
    at += AT_A_TIME;
    if (at < items.length) wait = setTimeout(some, 10);
  };
  wait = setTimeout(some, 100);
  return () => clearTimeout(wait);
}

/** The rows of the list: narrowed, sorted, and under the headings of their groups. `keep` is shown whatever it is. */
export function arrange(
  items: readonly RuledItem[],
  filter: ListFilter,
  { nameOf, keep, now }: { nameOf(purpose: string): string; keep?: string; now: number },
): Row[] {
  const words = filter.search.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const shown = items.filter((item) => {
    if (item.id === keep) return words.every((word) => textOf(item).includes(word));
    return filter.only.every((one) => FITS[one]?.(item, now)) && words.every((word) => textOf(item).includes(word));
  });
  const sorted = sortItems(shown, filter.sort, nameOf);
  if (filter.group === 'none') return sorted.map((item) => ({ type: 'item', item }));
  const groups = new Map<string, RuledItem[]>();
  for (const item of sorted) {
    for (const title of groupsOf(item, filter.group, nameOf)) {
      const group = groups.get(title);
      if (group) group.push(item);
      else groups.set(title, [item]);
    }
  }
  return [...groups]
    .sort(([a], [b]) => Number(b === OPEN_GROUP) - Number(a === OPEN_GROUP) || collator.compare(a, b))
    .flatMap(([title, members]): Row[] => [
      {
        type: 'group',
        title,
        count: members.length,
        open: members.filter(isOpen).length,
      },
      ...members.map((item): Row => ({ type: 'item', item })),
    ]);
}

export const OPEN_GROUP = 'Open';
const collator = new Intl.Collator('en', { numeric: true });

function groupsOf(item: RuledItem, by: Exclude<Grouping, 'none'>, nameOf: (purpose: string) => string): string[] {
  const without = isOpen(item) ? OPEN_GROUP : 'Ignored';
  if (by === 'service') return [item.ruling?.service ?? without];
  if (by === 'purpose') return [item.ruling ? nameOf(item.ruling.purpose) : without];
  if (by === 'host') return [item.host];
  return item.pages.length > 0 ? item.pages.map(pathOf) : ['On no page'];
}

function sortItems(items: RuledItem[], sort: Sorting, nameOf: (purpose: string) => string): RuledItem[] {
  // Open ones first, and of all the weightiest.
  if (sort === 'consequence') {
    const keyed = items.map((item) => ({ item, key: (isOpen(item) ? 1000 : 0) + item.weight }));
    return keyed.sort((a, b) => b.key - a.key).map(({ item }) => item);
  }
  const down = sort.startsWith('-') ? -1 : 1;
  const keyOf = KEYS[sort.replace('-', '')];
  if (!keyOf) return items;
  // Each key is made once: a comparison is made ten times as often as there are items.
  const keyed = items.map((item) => ({ item, key: keyOf(item, nameOf) }));
  keyed.sort((a, b) => (a.key < b.key ? -down : a.key > b.key ? down : 0));
  return keyed.map(({ item }) => item);
}

const KEYS: Record<string, (item: RuledItem, nameOf: (purpose: string) => string) => string | number> = {
  name: (item) => item.name.toLowerCase(),
  kind: (item) => item.kind,
  host: (item) => item.host,
  lives: (item) => item.lifetimeSeconds ?? 0,
  pages: (item) => item.pages.length,
  purpose: (item, nameOf) => (item.ruling ? `1 ${nameOf(item.ruling.purpose)} ${item.ruling.service}` : '0'),
};
