import { setAttribute } from '../../native';
import type { Permits } from '../permits';

/**
 * A frame with a page of the site's own has the policy of that page's answer, and that may be none. So it is asked to
 * obey this page's as well, where the browser knows how (CSP: Embedded Enforcement; a page of the same origin cannot
 * refuse). Says whether it had to be asked.
 */
export function coverFrame(frame: HTMLIFrameElement & { csp?: string }, address: string, { policy }: Permits): boolean {
  const { csp } = frame;
  if (csp === undefined || csp === policy || !URL.canParse(address, document.baseURI)) return false;
  const isOwn = policy !== null && new URL(address, document.baseURI).origin === location.origin;
  if (isOwn) frame.csp = policy;
  // A stranger need not know of it, and would be refused.
  else if (csp) frame.removeAttribute('csp');
  return isOwn;
}

/** The same for one that the parser has made, and that is on its way: it sets out once more. */
export function coverParsed(frame: HTMLIFrameElement, permits: Permits): void {
  const address = frame.getAttribute('src');
  if (address === null || !coverFrame(frame, address, permits)) return;
  frame.removeAttribute('src');
  // Chromium 156 forgets an address that a frame gets in the same task in which the parser inserted it.
  setTimeout(() => setAttribute.call(frame, 'src', address));
}
