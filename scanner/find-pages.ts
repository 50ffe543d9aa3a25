import { pageAddress } from '@douane/core/coverage';
import type { Browser } from 'playwright-core';
import { z } from 'zod';
import { CannotRun } from './problems';
import { Visitor } from './visitor';

/** Pages that are visited side by side where most of the time goes into waiting. */
export const PAGES_AT_ONCE = 4;

/** Pages of a site by following links from `target`, breadth first, until there are `most`. */
export async function findPages(
  browser: Browser,
  target: string,
  most: number,
  signal?: AbortSignal,
): Promise<string[]> {
  const visitors: Visitor[] = [];
  const found = new Set([target]);
  /** Pages of the site that a page links to. */
  const from = async (url: string, i: number): Promise<string[]> => {
    visitors[i] ??= await Visitor.open(browser);
    const result = await visitors[i].goto(url, signal);
    if (result.outcome !== 'ok' && url === target) throw new CannotRun(`${url} could not be visited: ${result.why}`);
    if (result.outcome !== 'ok') return [];
    return (await linksOf(visitors[i])).filter((link) => isPageOf(link, result.finalUrl));
  };
  try {
    for (let visited = 0; visited < found.size && found.size < most && !signal?.aborted; ) {
      const next = [...found].slice(visited, visited + PAGES_AT_ONCE);
      visited += next.length;
      for (const links of await Promise.all(next.map(from))) for (const link of links) found.add(link);
    }
  } finally {
    await Promise.all(visitors.map((visitor) => visitor.close()));
  }
  return [...found].slice(0, most);
}

const linksSchema = z.array(z.string().max(2000)).max(5000);

/** Addresses that a page links to, without fragments. */
export async function linksOf(visitor: Visitor): Promise<string[]> {
  const read = () => {
    const links: string[] = [];
    for (const link of Document.prototype.querySelectorAll.call(document, 'a[href]')) {
      // Within a picture a link's address is no text.
      const { href } = link as HTMLAnchorElement;
      if (typeof href === 'string' && href.length <= 2000) links.push(href.split('#')[0]!);
      if (links.length === 5000) break;
    }
    return links;
  };
  return (await visitor.watch.ask(linksSchema, read, undefined)) ?? [];
}

/** Whether a link leads to another page of the same host. */
export function isPageOf(link: string, page: string): boolean {
  return pageAddress(link) !== null && new URL(link).host === new URL(page).host;
}
