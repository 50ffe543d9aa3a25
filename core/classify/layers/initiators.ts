import type { Classifiable } from '../types';

/** Host of a web address, by its text alone: a chain has many, and parsing each in full would cost too much. */
export function hostOf(url: string): string {
  const from = url.indexOf('://') + 3;
  if (from < 3) return '';
  let to = from;
  for (; to < url.length; to++) {
    const code = url.charCodeAt(to);
    // : / ? #
    if (code === 58 || code === 47 || code === 63 || code === 35) break;
  }
  return url.slice(from, to);
}

/**
 * Addresses of the tags that brought an item in, the nearest last; the page at the head of the chain is none. A request
 * is the last link of its own chain and does not bring itself in; what a script wrote was brought in by that script.
 */
export function initiatorsOf({ kind, chain = [] }: Classifiable): string[] {
  return chain.slice(1, Math.max(1, initiatorsEnd(kind, chain))).map((link) => link.url);
}

/** The place in a chain behind the last link that brought the item in. */
export const initiatorsEnd = (kind: Classifiable['kind'], chain: readonly unknown[]): number =>
  kind === 'request' ? chain.length - 1 : chain.length;
