import { type NamesByPurpose, purposeOfStored, type StoredPatterns } from '@douane/core/hold';
import type { CookieJar } from '../types';

/**
 * Deletes what can be deleted from here of the purposes no longer granted: cookies that scripts may see, storage,
 * databases, caches and service workers of this origin. Resolves with the names of cookies that are still there.
 */
export async function forget(
  stored: Partial<StoredPatterns>,
  refused: (purpose: string | undefined) => boolean,
  jar: CookieJar,
): Promise<string[]> {
  const fits =
    (names: NamesByPurpose = {}) =>
    (name: string) =>
      refused(purposeOfStored(names, name));
  const cookies = () =>
    jar
      .read()
      .split('; ')
      .map((pair) => pair.split('=')[0]!)
      .filter(fits(stored.cookies));
  for (const name of cookies()) deleteCookie(name, jar);
  for (const storage of storages()) {
    for (const key of Object.keys(storage).filter(fits(stored.storage))) storage.removeItem(key);
  }
  // None of these keeps the others from going.
  await Promise.allSettled([
    emptied(async () => {
      const names = (await indexedDB.databases()).flatMap(({ name }) => name ?? []);
      for (const name of names.filter(fits(stored.databases))) indexedDB.deleteDatabase(name);
    }),
    emptied(async () => {
      for (const name of (await caches.keys()).filter(fits(stored.caches))) await caches.delete(name);
    }),
    emptied(async () => {
      const isOf = fits(stored.workers);
      for (const registration of await navigator.serviceWorker.getRegistrations()) {
        const address = (registration.active ?? registration.waiting ?? registration.installing)?.scriptURL;
        if (address && (isOf(address) || isOf(new URL(address).pathname))) await registration.unregister();
      }
    }),
  ]);
  return cookies();
}

/** As a promise that rejects where a browser has no such thing, or closes it to the page, instead of throwing. */
const emptied = async (run: () => Promise<void>): Promise<void> => run();

/** Storages that the page may use; a browser may close either to it. */
function storages(): Storage[] {
  return (['localStorage', 'sessionStorage'] as const).flatMap((name) => {
    try {
      return window[name] ?? [];
    } catch {
      return [];
    }
  });
}

/** A cookie is known by name, domain and path, and a script cannot see the latter two: all that may be are tried. */
export function deleteCookie(name: string, jar: CookieJar): void {
  const labels = location.hostname.split('.');
  const domains = ['', ...labels.map((_, i) => `; Domain=${labels.slice(i).join('.')}`)];
  // Without it a browser takes no line of a name that promises it (RFC 6265bis, section 4.1.3).
  const secure = location.protocol === 'https:' ? '; Secure' : '';
  const parts = location.pathname.split('/');
  const paths = parts.flatMap((_, i) => {
    const path = parts.slice(0, i + 1).join('/');
    return [path || '/', `${path}/`];
  });
  for (const domain of domains) {
    for (const path of new Set(paths)) jar.write(`${name}=; Max-Age=0; Path=${path}${domain}${secure}`);
  }
}
