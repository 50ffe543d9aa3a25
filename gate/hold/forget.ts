import { purposeOfStored, type StoredPatterns } from '@douane/core/hold';
import { cookies, storages, writeCookie } from './kept';

/** Deletes what can be deleted from here of the purposes no longer granted: first-party cookies and storage. */
export function forget(stored: StoredPatterns, refused: (purpose: string | undefined) => boolean): void {
  const fits = (patterns: StoredPatterns['cookies'], name: string) => refused(purposeOfStored(patterns, name));
  for (const pair of cookies().split('; ')) {
    const name = pair.split('=')[0]!;
    if (fits(stored.cookies, name)) deleteCookie(name);
  }
  for (const storage of storages()) {
    for (const key of Object.keys(storage)) if (fits(stored.storage, key)) storage.removeItem(key);
  }
}

/** A cookie is known by name, domain and path, and a script cannot see the latter two: all that may be are tried. */
function deleteCookie(name: string): void {
  const labels = location.hostname.split('.');
  const domains = ['', ...labels.map((_, i) => `; Domain=${labels.slice(i).join('.')}`)];
  const parts = location.pathname.split('/');
  const paths = parts.map((_, i) => parts.slice(0, i + 1).join('/') || '/');
  for (const domain of domains) {
    for (const path of paths) writeCookie(`${name}=; Max-Age=0; Path=${path}${domain}`);
  }
}
