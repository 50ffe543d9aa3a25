import { coverParsed } from './mechanisms/frames';
import type { Permits } from './permits';

/**
 * Stops tags that stand unmarked in the markup. The browser has asked for them ahead of any script, so this keeps them
 * from running and not from being requested; a check rightly says they slipped.
 */
export function stopUnmarked(nodes: NodeList, permits: Permits): void {
  for (const node of nodes) {
    if (!(node instanceof Element)) continue;
    stop(node, permits);
    // Put in as a piece, what is inside is not told of by itself.
    for (const inner of node.querySelectorAll('[src],script')) stop(inner, permits);
  }
}

function stop(element: Element, permits: Permits): void {
  // What a browser may fetch ahead of need: no page misses it.
  if (element instanceof HTMLScriptElement && element.type === 'speculationrules' && permits.holdsAny())
    element.remove();
  const address = element.getAttribute('src');
  if (address === null || element.hasAttribute('data-gate')) return;
  const isFrame = element instanceof HTMLIFrameElement;
  const mark = permits.holding(address);
  if (mark === null) {
    if (isFrame) coverParsed(element, permits);
    return;
  }
  if (element instanceof HTMLScriptElement) {
    element.type = 'text/plain';
    element.setAttribute('data-gate', mark);
  } else if (isFrame || element instanceof HTMLImageElement) {
    element.setAttribute('data-gate-src', address);
    element.removeAttribute('src');
    element.setAttribute('data-gate', mark);
  }
}
