import { allOf, create, setAttribute } from '../native';
import type { Permits } from './permits';
import { safely } from './safely';

export const MARK = 'data-gate';

/**
 * Lets marked tags act once their purpose is granted. Three forms, all of which the browser leaves alone until then:
 * a vendor's snippet unchanged inside `<template data-gate="purpose">`; `<script type="text/plain" data-gate>` with its
 * address in `src` or `data-gate-src`; an image or frame with its address in `data-gate-src`. One that fails stops no other.
 */
export function releaseMarked(permits: Permits): void {
  for (const element of allOf(`[${MARK}]`)) {
    if (permits.allows(element.getAttribute(MARK)!)) safely(() => release(element));
  }
}

/** Lets one marked element act. */
export function release(element: HTMLElement): void {
  element.removeAttribute(MARK);
  if (element instanceof HTMLTemplateElement) void unpack(element);
  else if (element instanceof HTMLScriptElement) element.replaceWith(running(element));
  else {
    const address = element.dataset.gateSrc;
    element.removeAttribute(`${MARK}-src`);
    if (!address) return;
    // Chromium 156 forgets an address that a frame gets in the same task in which the parser inserted it.
    const act = () => setAttribute.call(element, 'src', address);
    if (element instanceof HTMLIFrameElement) setTimeout(act);
    else act();
  }
}

/** Puts a template's content in its place, one after the other: what follows an external script may need it. */
async function unpack(template: HTMLTemplateElement): Promise<void> {
  const content = document.importNode(template.content, true);
  for (const node of [...content.childNodes]) {
    const script = node instanceof HTMLScriptElement ? running(node) : null;
    const ended =
      script?.src && !script.async
        ? new Promise<void>((resolve) => {
            script.addEventListener('load', () => resolve());
            script.addEventListener('error', () => resolve());
          })
        : null;
    template.before(script ?? node);
    await ended;
  }
}

/** A script that runs when it is inserted, with the attributes of one that does not. */
function running(held: HTMLScriptElement): HTMLScriptElement {
  const script = create('script');
  for (const { name, value } of held.attributes) {
    if (name === 'type' && value === 'text/plain') continue;
    if (!name.startsWith(MARK)) script.setAttribute(name, value);
  }
  // Under a policy the browser hides it from attributes.
  script.nonce = held.nonce;
  script.async = held.hasAttribute('async');
  const address = held.dataset.gateSrc;
  if (address) script.setAttribute('src', address);
  script.text = held.text;
  return script;
}
