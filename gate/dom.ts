import { richPieces } from '@douane/core/banner/rich';
import { create } from './native';

export type Child = string | Node;

/** An element with attributes and children; texts go in as text, never as markup. */
export function el<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  attributes: Record<string, string> = {},
  children: Child | Child[] = [],
): HTMLElementTagNameMap[K] {
  const element = create(tag);
  for (const [name, value] of Object.entries(attributes)) if (value !== '') element.setAttribute(name, value);
  element.append(...[children].flat());
  return element;
}

/** A link that tells the page it leads to nothing of this one. */
export const link = (href: string, words: string): HTMLElement =>
  el('a', { href, rel: 'noopener', target: '_blank' }, words);

/** A text with its bold, italics and links. */
export const rich = (source: string): Child[] =>
  richPieces(source).map(({ text, bold, italic, href }) =>
    href ? link(href, text) : bold ? el('b', {}, text) : italic ? el('i', {}, text) : text,
  );
