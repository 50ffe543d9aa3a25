import { MARK } from '../hold/marked';
import type { Permits } from '../hold/permits';
import { safely } from '../hold/safely';
import { create, has, setAttribute } from '../native';

/** Before the name of an attribute that it has only once it may act. */
const LATER = `${MARK}-`;

/**
 * Lets marked tags act once their purpose is granted, in the order given. Two forms, which the browser leaves alone until
 * then: a vendor's snippet unchanged inside `<template data-gate="purpose">`, and any tag of which what would make it act
 * stands in an attribute of another name (`data-gate-src`, `data-gate-srcset`, `data-gate-style`, …; `data-gate-text` for
 * the text of a style). A script has `type="text/plain"` besides, and may have its address in `src`. One that fails stops no
 * other.
 */
export function letGo(elements: readonly Element[], permits: Permits): void {
  for (const element of elements)
    if (has(element, MARK) && isFree(element, permits) && isWhole(element)) safely(() => release(element));
}

/** Whether a marked element may act. */
const isFree = (element: Element, permits: Permits): boolean =>
  permits.allows(element.getAttribute(MARK)!) || isAskedFor(element, permits);

/**
 * Whether all of an element is there. What is inside it comes after it, in pieces where the page does, and nothing tells
 * when the parser has left it: what follows may have been put there by a script. So what has content waits for the page.
 */
const isWhole = (element: Element): boolean =>
  document.readyState !== 'loading' || !element.matches('template,style,script:not([src],[data-gate-src])');

/** Whether the visitor asked to see a frame, or what a template has one of. */
function isAskedFor(element: Element, { framed }: Permits): boolean {
  if (framed.size === 0) return false;
  const frame = element instanceof HTMLTemplateElement ? element.content.querySelector('iframe') : element;
  const address = frame?.getAttribute(`${MARK}-src`) ?? frame?.getAttribute('src');
  return URL.canParse(address!, document.baseURI) && framed.has(new URL(address!, document.baseURI).href);
}

function release(element: Element): void {
  element.removeAttribute(MARK);
  if (element instanceof HTMLTemplateElement) void unpack(element);
  else if (element.localName === 'script') element.replaceWith(running(element));
  else giveBack(element, element);
}

/** Gives an element what it was to have. */
function giveBack(from: Element, to: Element): void {
  for (const { name, value } of [...from.attributes]) {
    if (!name.startsWith(LATER)) continue;
    const given = name.slice(LATER.length);
    to.removeAttribute(name);
    const act = () => setAttribute.call(to, given, value);
    if (given === 'text') to.textContent = value;
    // Chromium 156 forgets an address that a frame gets in the same task in which the parser inserted it.
    else if (to instanceof HTMLIFrameElement) setTimeout(act);
    else act();
  }
}

/** Puts a template's content in its place, one after the other: what follows an external script may need it. */
async function unpack(template: HTMLTemplateElement): Promise<void> {
  const content = document.importNode(template.content, true);
  for (const node of [...content.childNodes]) {
    const script = node instanceof HTMLScriptElement ? running(node) : null;
    const ended =
      script instanceof HTMLScriptElement && script.src && !script.async
        ? new Promise<void>((resolve) => {
            script.addEventListener('load', () => resolve());
            script.addEventListener('error', () => resolve());
          })
        : null;
    template.before(script ?? node);
    // Else all of it at once, so that templates stay in their order.
    if (ended) await ended;
  }
}

/** A script that runs when it is inserted, with the attributes of one that does not; also one of SVG. */
function running(held: Element): Element {
  const script = held instanceof HTMLScriptElement ? create('script') : (held.cloneNode() as Element);
  if (script instanceof HTMLScriptElement) {
    for (const { name, value } of held.attributes) if (!name.startsWith(MARK)) script.setAttribute(name, value);
    // Under a policy the browser hides it from attributes.
    script.nonce = (held as HTMLScriptElement).nonce;
    script.async = held.hasAttribute('async');
  }
  if (held.getAttribute('type') === 'text/plain') script.removeAttribute('type');
  script.textContent = held.textContent;
  giveBack(held, script);
  return script;
}
