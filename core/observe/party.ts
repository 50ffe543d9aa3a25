import { getDomain } from 'tldts';
import type { Party } from './types';

/** Registrable domain by the Public Suffix List, or the host itself where it has none (an address, `localhost`). */
export function registrableDomain(host: string): string {
  return getDomain(host, { allowPrivateDomains: true }) ?? host;
}

/**
 * First party: same registrable domain as the page, or one the site's owner declared as his own.
 * `shop.example.org` on `www.example.org` is first; `example.net` is third.
 */
export function partyOf(host: string, pageHost: string, ownDomains: readonly string[] = []): Party {
  const domain = registrableDomain(host);
  return domain === registrableDomain(pageHost) || ownDomains.includes(domain) ? 'first' : 'third';
}
