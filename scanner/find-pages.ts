import { pageAddress } from '@douane/core/coverage';
import type { Browser } from 'playwright-core';
import { z } from 'zod';
import { CannotRun } from './problems';
import { Visitor } from './visitor';

/** Pages of a site by following links from `target`, breadth first, until there are `most`. */
export async function findPages(
  browser: Browser,
  target: string,
  most: number,
  signal?: AbortSignal,
): Promise<string[]> {
  const visitor = await Visitor.open(browser);
  const found = [target];
  try {
    for (let i = 0; i < found.length && found.length < most && !signal?.aborted; i++) {
      const result = await visitor.goto(found[i]!, signal);
      if (result.outcome !== 'ok' && i === 0) throw new CannotRun(`${target} could not be visited: ${result.why}`);
      if (result.outcome !== 'ok') continue;
      for (const link of await linksOf(visitor)) {
        if (found.length < most && isPageOf(link, result.finalUrl) && !found.includes(link)) found.push(link);
      }
    }
  } finally {
    await visitor.close();
  }
  return found;
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
