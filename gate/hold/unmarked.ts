import { has } from '../native';
import { MARK } from './marked';
import type { Permits } from './permits';

/** What a browser may fetch, and run, ahead of need. */
export const SPECULATION = 'script[type=speculationrules]';

/**
 * Stops a tag that stands unmarked in the markup. The browser has asked for it ahead of any script, so this keeps it
 * from running and not from being requested; a check rightly says it slipped. Where a policy holds (`isAlone`: none does)
 * only frames are seen to, so that something can stand in their place.
 */
export function stopUnmarked(element: Element, permits: Permits, isAlone: boolean): void {
  // No page misses it.
  if (element instanceof HTMLScriptElement && element.matches(SPECULATION) && permits.holdsAny()) element.remove();
  if (!has(element, 'src') || has(element, MARK)) return;
  const address = element.getAttribute('src')!;
  const mark = permits.holding(address);
  if (mark === null) return;
  if (isAlone && element instanceof HTMLScriptElement) {
    element.type = 'text/plain';
    element.setAttribute(MARK, mark);
  } else if (element instanceof HTMLIFrameElement || (isAlone && element instanceof HTMLImageElement)) {
    element.setAttribute(`${MARK}-src`, address);
    element.removeAttribute('src');
    element.setAttribute(MARK, mark);
  }
}
