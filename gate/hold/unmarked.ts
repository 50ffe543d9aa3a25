import { has } from '../native';
import { MARK } from './marked';
import type { Permits } from './permits';

/** What a browser may fetch, and run, ahead of need. */
export const SPECULATION = 'script[type=speculationrules]';

/**
 * Stops a tag that stands unmarked in the markup and that a policy holds less well: what is fetched ahead of need, and a
 * frame, so that something can stand in its place. The browser may have asked for it ahead of any script; then a check
 * rightly says that it slipped.
 */
export function stopUnmarked(element: Element, permits: Permits): void {
  // No page misses it.
  if (element instanceof HTMLScriptElement && element.matches(SPECULATION) && permits.holdsAny()) element.remove();
  if (!(element instanceof HTMLIFrameElement) || !has(element, 'src') || has(element, MARK)) return;
  const address = element.getAttribute('src')!;
  const mark = permits.holding(address);
  if (mark === null) return;
  element.setAttribute(`${MARK}-src`, address);
  element.removeAttribute('src');
  element.setAttribute(MARK, mark);
}
