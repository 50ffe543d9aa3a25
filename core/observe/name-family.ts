import { matchesName } from '../hold/match';
import type { Item, ItemKind } from './types';

/**
 * Names that vary: kits put identifiers, dates and keys into the names of what they store, so that each visit brings
 * another name for the same thing. Such names are one item under a pattern in which `*` stands for what varies.
 */
export interface NameFamily {
  kind: ItemKind;
  host: string;
  pattern: string;
  /** Where scans made it out: names that were seen. Absent: a person made it, and whatever the pattern fits is of it. */
  examples?: readonly string[];
}

/** Of everything that a kind of storage on a host holds, where nothing in the names is the same. */
export const ALL_RANDOM = '*';

const UUID = /[0-9a-f]{8}-?[0-9a-f]{4}-?[0-9a-f]{4}-?[0-9a-f]{4}-?[0-9a-f]{12}/gi;
const DAY_WORDS =
  /(?:Mon|Tue|Wed|Thu|Fri|Sat|Sun)[a-z]{0,6},? [A-Z0-9][a-z0-9]{1,8} [A-Za-z0-9]{1,9} \d{4}(?: [\d:]{5,8})?(?: GMT(?:[+-]\d{4})?)?(?: \([^)]{1,60}\))?/g;
const ISO_DAY = /\d{4}-\d\d-\d\d(?:[T ][\d:.]{5,12}Z?)?/g;
/** Stands for what varies while a name is looked at; no name that is told has it. */
const GAP = '\uE000';

/**
 * The name with everything taken out that by its form was made for one visit, visitor, day or customer:
 * `mooring_chk_01a211be-…` is `mooring_chk_*`. `null`: nothing in it looks so. Time in proportion to the length.
 */
export function patternByForm(name: string): string | null {
  if (name.length < 5 || name.length > 500 || name.includes('*') || name.includes(GAP) || !/[\dA-Z]/.test(name))
    return null;
  const dated = name.replace(UUID, GAP).replace(DAY_WORDS, GAP).replace(ISO_DAY, GAP);
  const parts = dated.split(/([^A-Za-z0-9]+)/);
  for (let i = 0; i < parts.length; i += 2) if (looksMade(parts[i]!)) parts[i] = GAP;
  const gaps = parts.join('');
  if (!gaps.includes(GAP)) return null;
  // What stands between two gaps without a letter of its own belongs to them, and so do numbers beside one.
  const joined = gaps
    .replace(/\uE000(?:[^A-Za-z\uE000]{0,12}\uE000)+/g, GAP)
    .replace(/\uE000(?:[-._:]\d{1,4})+(?![A-Za-z0-9])/g, GAP);
  return asPattern(joined);
}

/** `written`: letters and digits that must be left beside the gaps. */
function asPattern(gaps: string, written = 2): string {
  const pattern = gaps.replaceAll(GAP, '*');
  return pattern.replace(/[^A-Za-z0-9]/g, '').length < written || pattern.split('*').length > 7 ? ALL_RANDOM : pattern;
}

/** Whether a run of letters and digits was drawn or counted, not written by a person. */
function looksMade(token: string): boolean {
  if (token.length < 5) return false;
  if (/^\d+$/.test(token)) return true;
  const digits = token.replace(/\D/g, '').length;
  if (token.length < 8) return false;
  if (/^[0-9a-f]+$/i.test(token)) return digits >= 2 || token.length >= 20;
  const runs = token.match(/\d+/g)?.length ?? 0;
  if (runs >= 2 && digits >= 3) return true;
  const switches = token.match(/[a-z](?=[A-Z])|[A-Z](?=[a-z])/g)?.length ?? 0;
  return token.length >= 16 && (digits > 0 ? switches >= 4 && runs >= 2 : switches >= 8 && !isCamelCase(token));
}

/** `sessionStorageKeyOfLastVisit`: words of several letters, one after the other. */
const isCamelCase = (token: string) =>
  /^[a-z]*(?:[A-Z][a-z]+)+$/.test(token) && token.length >= 3.5 * token.replace(/[^A-Z]/g, '').length;

/** Whether a name is of a family: its pattern fits, and what stands in the gaps is no word that a person wrote. */
export function isOfFamily(family: NameFamily, { kind, host, name }: Pick<Item, 'kind' | 'host' | 'name'>): boolean {
  const { pattern, examples } = family;
  if (kind !== family.kind || host !== family.host) return false;
  if (name === pattern) return true;
  if (!matchesName(pattern, name)) return false;
  if (!examples || patternByForm(name) === pattern) return true;
  if (pattern === ALL_RANDOM && !/\d/.test(name)) return false;
  return examples.some((example) => isBuiltAlike(name, example));
}

/** As long, within a few characters, and with the same separators: `chk_kqxwvz` and `chk_3f9a2c`. */
function isBuiltAlike(name: string, example: string): boolean {
  const separators = (text: string) => text.replace(/[A-Za-z0-9]+/g, 'a');
  return Math.abs(name.length - example.length) <= 3 && separators(name) === separators(example);
}

/** From so many names on that differ by a number alone they are counted things, wherever they were seen. */
const COUNTED = 20;
/** Fewest visits at each of which a name of its own was seen before names are held to vary. */
const ENOUGH_VISITS = 3;
/** From so many on even plain words in one place are taken for something that varies, such as the page's path. */
const MANY = 8;

/**
 * Families that show only over several visits: names built alike of which each was seen at one visit and no other.
 * `tab-kqx`, `tab-ppa`, `tab-zzt` on three pages are `tab-*`.
 */
export function familiesOverVisits(
  items: readonly Pick<Item, 'kind' | 'host' | 'name' | 'pages' | 'url'>[],
): NameFamily[] {
  const alike = new Map<string, { kind: ItemKind; host: string; names: string[]; pages: Set<string> }>();
  for (const { kind, host, name, pages, url } of items) {
    if (kind === 'request' || pages.length !== 1 || name.includes('*') || name.length > 500) continue;
    const separators = name.replace(/[A-Za-z0-9]+/g, 'a');
    const key = [kind, host, url?.split(/[?#]/)[0] ?? '', separators].join('\n');
    const group = alike.get(key) ?? { kind, host, names: [], pages: new Set<string>() };
    alike.set(key, group);
    group.names.push(name);
    group.pages.add(pages[0]!);
  }
  const families: NameFamily[] = [];
  for (const { kind, host, names, pages } of alike.values()) {
    for (const pattern of countedOf(names)) {
      families.push({ kind, host, pattern, examples: names.filter((name) => matchesName(pattern, name)).slice(0, 5) });
    }
    if (pages.size < ENOUGH_VISITS) continue;
    for (const pattern of patternsOf(names, pages)) {
      families.push({ kind, host, pattern, examples: names.filter((name) => matchesName(pattern, name)).slice(0, 5) });
    }
  }
  return families;
}

/** `k0` to `k2999`: patterns of those that differ by numbers alone. */
function countedOf(names: readonly string[]): string[] {
  const counts = new Map<string, number>();
  for (const name of names) {
    if (!/\d/.test(name)) continue;
    const pattern = name.replace(/\d+/g, '*');
    counts.set(pattern, (counts.get(pattern) ?? 0) + 1);
  }
  return [...counts].flatMap(([pattern, count]) => (count < COUNTED ? [] : asPattern(pattern.replaceAll('*', GAP), 1)));
}

/** Names of the same build fall apart by their first written part; of each lot the places that differ are gaps. */
function patternsOf(names: readonly string[], pages: ReadonlySet<string>): string[] {
  const lots = new Map<string, string[][]>();
  const whole = names.map((name) => name.split(/([^A-Za-z0-9]+)/));
  const constant = whole[0]!.map((part, i) => i % 2 === 0 && part !== '' && whole.every((one) => one[i] === part));
  const first = constant.indexOf(true);
  if (first >= 0) lots.set('', whole);
  else {
    for (const parts of whole) {
      const start = parts.find((part, i) => i % 2 === 0 && /^[A-Za-z]{2,}$/.test(part)) ?? '';
      lots.set(start, [...(lots.get(start) ?? []), parts]);
    }
  }
  return [...lots.values()].flatMap((lot) => (lot.length < ENOUGH_VISITS ? [] : (patternOfLot(lot, pages) ?? [])));
}

function patternOfLot(lot: readonly string[][], pages: ReadonlySet<string>): string | null {
  const paths = new Set([...pages].flatMap((page) => page.toLowerCase().split(/[^a-z0-9]+/)));
  const parts = lot[0]!.map((part, i) => {
    const here = lot.map((one) => one[i]!);
    if (here.every((other) => other === part)) return part;
    const common = i % 2 === 0 ? sharedStart(here) : '';
    const rest = here.map((one) => one.slice(common.length));
    const varies =
      lot.length >= MANY ||
      rest.some((one) => /\d/.test(one)) ||
      rest.every((one) => paths.has(one.toLowerCase())) ||
      rest.every((one) => one.length === rest[0]!.length && !/[aeiou]/i.test(one.slice(0, 4)));
    return varies ? common + GAP : null;
  });
  if (parts.includes(null)) return null;
  return asPattern(parts.join(''));
}

function sharedStart(texts: readonly string[]): string {
  let length = 0;
  const [first = ''] = texts;
  while (length < first.length && texts.every((text) => text[length] === first[length])) length += 1;
  return length >= 3 ? first.slice(0, length).replace(/\d+$/, '') : '';
}
