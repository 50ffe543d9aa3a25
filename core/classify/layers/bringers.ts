import type { Classifiable } from '../types';

/** Host of a web address, by its text alone: a chain has many, and parsing each in full would cost too much. */
export function hostOf(url: string): string {
  const from = url.indexOf('://') + 3;
  if (from < 3) return '';
  let to = from;
  while (to < url.length && !':/?#'.includes(url[to]!)) to++;
  return url.slice(from, to).toLowerCase();
}

/**
 * Hosts of the tags that brought an item in, the nearest last; the page at the head of the chain is none. A request is
 * the last link of its own chain and does not bring itself in; what a script wrote was brought in by that script.
 */
export function bringers({ kind, chain = [] }: Classifiable): string[] {
  const links = kind === 'request' ? chain.slice(1, -1) : chain.slice(1);
  return links.map((link) => hostOf(link.url));
}
