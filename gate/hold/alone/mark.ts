import { UNRULED_MARK } from '@douane/core/hold';
import { type AttributeKind, fetches, isFetchedLink, LEADS_NOWHERE } from '@douane/core/hold/fetching';
import { allIn, has, setAttribute } from '../../native';
import { MARK, releaseMarked } from '../marked';
import type { Permits } from '../permits';
import { type HeldValue, heldInStyle, heldInValue } from './values';

/** What an attribute of an element has the browser ask for, as it stands there. */
export function asksBy(element: Element, attribute: string): AttributeKind | undefined {
  const { localName } = element;
  if (localName === 'link' && !isFetchedLink(element.getAttribute('rel') ?? '')) return undefined;
  if (localName === 'meta' && !/^\s*refresh\s*$/i.test(element.getAttribute('http-equiv') ?? '')) return undefined;
  return fetches(localName.toLowerCase(), attribute.toLowerCase());
}

const { getAttributeNames } = Element.prototype;

/** What a module has the browser fetch before any of it runs. */
const IMPORTED = /\b(?:import|from)\s*(["'])(.*?)\1/g;

/**
 * Marks an element as `douane mark` would have: what is held of its attributes, or of the text of a style, has another
 * name until it may act. Gives back whether anything of it is held.
 */
export function markElement(element: Element, permits: Permits): boolean {
  if (has(element, MARK)) {
    // What its style is meanwhile.
    holdStyle(element, permits);
    return true;
  }
  const marks: string[] = [];
  const later = (name: string, value: string, { mark, rest }: HeldValue) => {
    marks.push(mark);
    setAttribute.call(element, `${MARK}-${name}`, value);
    if (rest === undefined) element.removeAttribute(name);
    else if (name !== 'text') setAttribute.call(element, name, rest);
  };
  // By their names: to make an object of each attribute of each element costs more than all else here.
  for (const name of getAttributeNames.call(element)) {
    const kind = asksBy(element, name);
    if (!kind) continue;
    const value = element.getAttribute(name)!;
    const held = heldInValue(kind, value, permits, (html) => heldInDocument(html, permits));
    const leads = name === 'action' || name === 'formaction';
    if (!held || (leads && held.mark.includes(UNRULED_MARK))) continue;
    later(name, value, leads ? { ...held, rest: LEADS_NOWHERE } : held);
  }
  if (element.localName === 'style') {
    const text = element.textContent ?? '';
    const held = heldInStyle(text, permits);
    if (held) {
      later('text', text, held);
      element.textContent = held.rest!;
    }
  }
  if (element instanceof HTMLScriptElement && element.type === 'module') {
    for (const [, , address] of (element.textContent ?? '').matchAll(IMPORTED)) {
      const mark = permits.holding(address!);
      if (mark !== null) marks.push(mark);
    }
  }
  if (marks.length === 0) return false;
  setAttribute.call(element, MARK, [...new Set(marks.join(' ').split(' '))].join(' '));
  if (element.localName === 'script') {
    if (has(element, 'type')) setAttribute.call(element, `${MARK}-type`, element.getAttribute('type')!);
    setAttribute.call(element, 'type', 'text/plain');
  }
  return true;
}

/** Takes out of an element's style what is held; it is given back when that may be, unless it was changed by then. */
function holdStyle(element: Element, permits: Permits): void {
  const css = element.getAttribute('style');
  const held = css && heldInStyle(css, permits);
  if (!held) return;
  setAttribute.call(element, 'style', held.rest!);
  const isSame = () => element.getAttribute('style') === held.rest;
  permits.later(held.mark, () => isSame() && setAttribute.call(element, 'style', css), element);
}

/** Marks what is held below a node, also in templates; gives back how much that was. `isLeft`: what is not looked at. */
export function markBelow(
  root: ParentNode,
  permits: Permits,
  isLeft: (element: Element) => boolean = () => false,
): number {
  let found = 0;
  if (root.firstElementChild === null) return found;
  for (const element of root instanceof Element ? allIn(root, '*') : root.querySelectorAll('*')) {
    if (!isLeft(element) && !has(element, MARK) && markElement(element, permits)) found++;
    if (element instanceof HTMLTemplateElement && !has(element, MARK))
      found += markBelow(element.content, permits, isLeft);
  }
  return found;
}

/** Whether a node is in a document that nobody looks at, where nothing is fetched; what moves out of it is marked then. */
export const isInert = (node: Node): boolean => (node.ownerDocument ?? (node as Document)).defaultView === null;

/** Lets go of a node, and of what is marked below it, once it may be, also where nobody looks since it stands in no page. */
export function releaseBelow(root: ParentNode, permits: Permits): void {
  const marked = [...root.querySelectorAll(`[${MARK}]`)];
  if (root instanceof Element && has(root, MARK)) marked.push(root);
  for (const element of marked)
    permits.later(element.getAttribute(MARK)!, () => void releaseMarked(permits, element), element);
}

const marksBelow = (root: ParentNode): string =>
  [...root.querySelectorAll(`[${MARK}]`)].map((element) => element.getAttribute(MARK)).join(' ');

/** Before ours is put in its place. */
const parse = DOMParser.prototype.parseFromString;

/** The text of a whole document without what is held in it. */
export function heldInDocument(html: string, permits: Permits): HeldValue | null {
  const inert = parse.call(new DOMParser(), html, 'text/html');
  if (markBelow(inert, permits) === 0) return null;
  return { mark: marksBelow(inert), rest: inert.documentElement.outerHTML };
}
