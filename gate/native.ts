/**
 * What the browser itself has, taken before the page, or the gate, puts something else in its place: an element named
 * `body` or `createElement` stands before the document's own (HTML, named properties of Document).
 */
const own = Document.prototype;

/** `document.createElement`, also where an element of that name hides it. */
export const create = <K extends keyof HTMLElementTagNameMap>(tag: K): HTMLElementTagNameMap[K] =>
  own.createElement.call(document, tag) as HTMLElementTagNameMap[K];

/** `document.querySelectorAll`, likewise. */
export const allOf = (selector: string): NodeListOf<HTMLElement> =>
  own.querySelectorAll.call(document, selector) as NodeListOf<HTMLElement>;

/** `element.setAttribute`, before the gate puts its own in its place. */
export const setAttribute = Element.prototype.setAttribute;

/** `element.hasAttribute` and the like, also of a form with a field of that name, which hides it. */
const { getAttribute, hasAttribute, querySelectorAll } = Element.prototype;
export const has = (element: Element, name: string): boolean => hasAttribute.call(element, name);
export const attribute = (element: Element, name: string): string | null => getAttribute.call(element, name);
export const allIn = (element: Element, selector: string): NodeListOf<Element> =>
  querySelectorAll.call(element, selector);

/** `null` while the page has none yet. */
export const body = (): HTMLElement | undefined => allOf('body')[0];

/** Puts an element of ours before the page's body, where nothing that is done to the body reaches it. */
export const besideBody = (host: HTMLElement) => document.documentElement.insertBefore(host, body()!);

/** An element of ours with a shadow tree, which no style of the page reaches or hides. */
export function shadowHost(name: string): { host: HTMLElement; root: ShadowRoot } {
  const host = own.createElement.call(document, name);
  // Through the object model, which a page's style policy does not forbid.
  host.style.setProperty('all', 'initial', 'important');
  return { host, root: host.attachShadow({ mode: 'open' }) };
}

/** A page of which something never comes is waited for no longer. */
const LOADS_MS = 3_000;

/** Runs once the page and all that stands in it is loaded, or takes long over it. */
export function whenLoaded(then: () => void): void {
  void new Promise((resolve: (loaded?: unknown) => void) => {
    if (document.readyState === 'complete') resolve();
    addEventListener('load', resolve);
    setTimeout(resolve, LOADS_MS);
  }).then(then);
}

/** Runs once the page has a body. */
export function whenBody(then: () => void): void {
  if (body()) then();
  else addEventListener('DOMContentLoaded', then);
}
