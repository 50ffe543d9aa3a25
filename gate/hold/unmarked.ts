import type { Permits } from './permits';

/**
 * Stops tags that stand unmarked in the markup. The browser has asked for them ahead of any script, so this keeps them
 * from running and not from being requested; a check rightly says they slipped.
 */
export function stopUnmarked(nodes: NodeList, permits: Permits): void {
  for (const node of nodes) {
    if (!(node instanceof HTMLElement)) continue;
    const purpose = permits.holding(node.getAttribute('src') ?? '');
    if (!purpose || node.hasAttribute('data-gate')) continue;
    if (node instanceof HTMLScriptElement) {
      node.type = 'text/plain';
      node.setAttribute('data-gate', purpose);
    } else if (node instanceof HTMLImageElement || node instanceof HTMLIFrameElement) {
      node.dataset.gateSrc = node.getAttribute('src')!;
      node.removeAttribute('src');
      node.setAttribute('data-gate', purpose);
    }
  }
}
