import { identifiersIn, partsOf, type StoredValue } from './identifiers';
import { registrableDomain } from './party';
import type { ChainLink, Sign } from './types';

interface SentAddress {
  url: string;
  page: string;
  chain: ChainLink[];
}

/**
 * Identifiers stored under one host that are sent to another in an address: cookie syncing, and how a
 * first-party identifier leaves the site. One sign for each name and receiving host.
 */
export function cookieSyncing(stored: Iterable<StoredValue>, sent: Iterable<SentAddress>): Sign[] {
  const owners = identifiersIn(stored);
  const signs = new Map<string, Sign>();
  if (owners.size === 0) return [];
  for (const { url, page, chain } of sent) {
    const { hostname, pathname, search } = new URL(url);
    for (const part of partsOf(pathname + search)) {
      const owner = owners.get(part)?.[0];
      // The page's own address is no identifier, wherever a script has stored it.
      if (!owner || page.includes(part) || registrableDomain(owner.host) === registrableDomain(hostname)) continue;
      const key = `${owner.name}\n${owner.host}\n${hostname}`;
      if (signs.has(key)) continue;
      signs.set(key, { what: 'cookie-syncing', host: hostname, name: owner.name, from: owner.host, page, chain });
    }
  }
  return [...signs.values()];
}
