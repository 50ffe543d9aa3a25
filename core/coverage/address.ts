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
const NAMES_ONE = /^(\d+|[0-9a-f]{8,}|[0-9a-f-]{36}|\d{4}-\d{2}(-\d{2})?|.*\d.*|[^-]+(-[^-]+){2,})$/i;

/**
 * The family of an address: what is left when the parts that name one thing of many are taken out. Pages of one
 * family are likely made from one template: `/shop/red-mug-12?size=2` and `/shop/blue-mug-7?size=1` are `/shop/*?size`.
 */
export function familyOf(address: string): string {
  const { pathname, searchParams } = new URL(address);
  const parts = pathname.split('/').map((part) => (NAMES_ONE.test(part) ? '*' : part));
  const query = [...new Set(searchParams.keys())].sort().join('&');
  return parts.join('/') + (query ? `?${query}` : '');
}
