import { type DefaultTreeAdapterTypes, parse } from 'parse5';
import type { BrowserOptions } from './browser';
import { type FetchOptions, fetchText } from './fetch-text';
import { withBrowser } from './with-browser';

type Node = DefaultTreeAdapterTypes.ChildNode;

const UNSEEN = new Set(['script', 'style', 'template', 'noscript', 'head', 'title', 'iframe', 'object', 'svg']);
/** Elements within a line; others begin a new one. */
const WITHIN = new Set([
  'a',
  'abbr',
  'b',
  'bdi',
  'cite',
  'code',
  'em',
  'i',
  'kbd',
  'mark',
  's',
  'small',
  'span',
  'strong',
  'sub',
  'sup',
  'time',
  'u',
]);
const MOST_BYTES = 8_000_000;

/** What a page says, as its server sends it, without the scripts that may add to it. Throws a sentence where it does not answer. */
export async function pageWords(address: string, options: Pick<FetchOptions, 'allowPrivate'>): Promise<string> {
  const { status, text } = await fetchText(address, { ...options, maxBytes: MOST_BYTES, timeoutMs: 20_000 });
  if (status >= 400) throw new Error(`answered ${status}`);
  return wordsOf(text);
}

/** In ms. A page that never comes to rest is read as it is then. */
const RESTS_MS = 5_000;
const SHOWN_MS = 40_000;

/**
 * What a page says once its scripts have run, as `pageWords` else. Throws a sentence where it does not load in time, and
 * `CannotRun` where there is no browser.
 */
export const shownWords = (address: string, options: Pick<BrowserOptions, 'allowPrivate'>): Promise<string> =>
  withBrowser({ ...options, timeoutMs: SHOWN_MS }, async (browser) => {
    const page = await (await browser.newContext()).newPage();
    await page.goto(address, { waitUntil: 'load' });
    // Frameworks fetch what they show only after that.
    await page.waitForLoadState('networkidle', { timeout: RESTS_MS }).catch(() => {});
    return wordsOf((await page.content()).slice(0, MOST_BYTES));
  });

/** The words of a page's markup. */
export function wordsOf(html: string): string {
  const words = (nodes: readonly Node[]): string =>
    nodes
      .map((node) => {
        if (node.nodeName === '#text') return (node as DefaultTreeAdapterTypes.TextNode).value;
        if (UNSEEN.has(node.nodeName) || !('childNodes' in node)) return '';
        const inner = words(node.childNodes);
        return WITHIN.has(node.nodeName) ? inner : `\n${inner}\n`;
      })
      .join('');
  return words(parse(html).childNodes);
}
