import { registrableDomain } from './party';
import type { ChainLink, Sign } from './types';

/** A value that was stored, by name and the host it belongs to. Values stay in memory and are never kept. */
export interface StoredValue {
  name: string;
  host: string;
  value: string;
}

interface SentAddress {
  url: string;
  page: string;
  chain: ChainLink[];
}

/** Parts of this length or longer that hold a digit and a letter, or are long, are taken for identifiers. */
const SHORTEST = 8;
const looksLikeId = (part: string) =>
  part.length >= SHORTEST &&
  part.length <= 200 &&
  ((/\d/.test(part) && /[a-z]/i.test(part)) || /^\d{12,}$/.test(part) || part.length >= 20);

const parts = (text: string) => text.split(/[^A-Za-z0-9_-]+/);

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text; // a stray percent sign; then it is taken as it stands
  }
}

/**
 * Identifiers stored under one host that are sent to another in an address: cookie syncing, and how a
 * first-party identifier leaves the site. One sign for each name and receiving host.
 */
export function cookieSyncing(stored: Iterable<StoredValue>, sent: Iterable<SentAddress>): Sign[] {
  const owners = new Map<string, StoredValue>();
  for (const item of stored) {
    for (const part of parts(decoded(item.value))) if (looksLikeId(part) && !owners.has(part)) owners.set(part, item);
  }
  const signs = new Map<string, Sign>();
  if (owners.size === 0) return [];
  for (const { url, page, chain } of sent) {
    const { hostname, pathname, search } = new URL(url);
    for (const part of new Set(parts(decoded(pathname + search)))) {
      const owner = owners.get(part);
      // The page's own address is no identifier, wherever a script has stored it.
      if (!owner || page.includes(part) || registrableDomain(owner.host) === registrableDomain(hostname)) continue;
      const key = `${owner.name}\n${owner.host}\n${hostname}`;
      if (signs.has(key)) continue;
      signs.set(key, { what: 'cookie-syncing', host: hostname, name: owner.name, from: owner.host, page, chain });
    }
  }
  return [...signs.values()];
}
