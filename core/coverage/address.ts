import type { ScanPlan } from './plan';

/** Files that are no pages; following them would only download. */
const NO_PAGE =
  /\.(pdf|zip|gz|tgz|rar|7z|exe|dmg|docx?|xlsx?|pptx?|png|jpe?g|gif|webp|avif|svg|ico|mp[34]|webm|ogg|woff2?|css|js|json|xml)$/i;

/**
 * The address of a page as it is counted: without fragment, with those parts of the query that make another page, in
 * one order. `null`: not a page on the web.
 */
export function pageAddress(link: string, queries: ScanPlan['queries'] = 'all'): string | null {
  if (!URL.canParse(link)) return null;
  const url = new URL(link);
  if (!/^https?:$/.test(url.protocol) || NO_PAGE.test(url.pathname) || url.username) return null;
  url.hash = '';
  if (queries === 'none') url.search = '';
  else if (queries !== 'all') {
    for (const name of [...new Set(url.searchParams.keys())])
      if (!queries.includes(name)) url.searchParams.delete(name);
  }
  if (url.search) url.searchParams.sort();
  return url.href;
}

/** A part of a path that names one thing of many: a number, a date, a long identifier, or words joined by hyphens. */
export const NAMES_ONE = /^(\d+|[0-9a-f]{8,}|[0-9a-f-]{36}|\d{4}-\d{2}(-\d{2})?|.*\d.*|[^-]+(-[^-]+){2,})$/i;

/** So many different names at one place of a path are names of things, not of kinds of page. At the top many are kinds. */
const MANY_AT_TOP = 40;
const MANY = 12;

/**
 * The families of a site's addresses: what is left when the parts that name one thing of many are taken out. Pages of one
 * family are likely made from one template: `/shop/red-mug-12?size=2` and `/shop/blue-mug-7?size=1` are `/shop/*?size`.
 * Which parts name one of many shows in themselves or in how many stand at the same place. In the order given.
 */
export function familiesOf(addresses: readonly string[]): string[] {
  const all = addresses.map((address) => {
    const { pathname, searchParams } = new URL(address);
    const parts = pathname.split('/').slice(1);
    return { parts, query: [...new Set(searchParams.keys())].sort().join('&'), family: '' };
  });
  const deepest = all.reduce((most, { parts }) => Math.max(most, parts.length), 0);
  for (let depth = 0; depth < deepest; depth++) {
    const names = new Map<string, Set<string>>();
    for (const { parts, family } of all) {
      const part = parts[depth];
      if (part === undefined || NAMES_ONE.test(part)) continue;
      const there = names.get(family);
      if (there) there.add(part);
      else names.set(family, new Set([part]));
    }
    for (const address of all) {
      const part = address.parts[depth];
      if (part === undefined) continue;
      const many = (names.get(address.family)?.size ?? 0) > (depth === 0 ? MANY_AT_TOP : MANY);
      address.family += part !== '' && (many || NAMES_ONE.test(part)) ? '/*' : `/${part}`;
    }
  }
  return all.map(({ family, query }) => (family || '/') + (query ? `?${query}` : ''));
}

/** The first of each family, in the order given; see `familiesOf`. */
export function onePerFamily(addresses: readonly string[]): string[] {
  const families = familiesOf(addresses);
  return addresses.filter((_, i) => families.indexOf(families[i]!) === i);
}
