import { has, setAttribute } from '../native';
import { MARK } from './marked';
import type { Permits } from './permits';

/** What a browser may fetch, and run, ahead of need. */
export const SPECULATION = 'script[type=speculationrules]';

/** Where anything is held, makes speculation rules (HTML, section 7.6) a script of no kind that a browser knows. */
export function stopRules(element: Element, permits: Permits): void {
  // Asked of scripts alone: a form with a field named `matches` has no such function (HTML, named elements of a form).
  if (!(element instanceof HTMLScriptElement && element.matches(SPECULATION) && permits.holdsAny())) return;
  // No page misses it.
  element.remove();
  setAttribute.call(element, 'type', MARK);
}

/**
 * Stops a tag that stands unmarked in the markup and that a policy holds less well: what is fetched ahead of need, and a
 * frame, so that something can stand in its place. The browser may have asked for it ahead of any script; then a check
 * rightly says that it slipped.
 */
export function stopUnmarked(element: Element, permits: Permits): void {
  stopRules(element, permits);
  if (!(element instanceof HTMLIFrameElement) || !has(element, 'src') || has(element, MARK)) return;
  const address = element.getAttribute('src')!;
  const mark = permits.holding(address);
  if (mark === null) return;
  element.setAttribute(`${MARK}-src`, address);
  element.removeAttribute('src');
  element.setAttribute(MARK, mark);
}
