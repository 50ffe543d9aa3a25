import type { ItemKind } from '@douane/core/observe';
import type { PageSession } from './page-session';

/** A key, database or cache that an origin keeps. */
export interface KeptName {
  kind: ItemKind;
  name: string;
  host: string;
}

/** What an origin keeps beside cookies, by name. What it will not tell of, such as one whose frame has gone, is not listed. */
export async function keptOf(session: PageSession, origin: string): Promise<KeptName[]> {
  const host = new URL(origin).hostname;
  const area = async (kind: ItemKind, isLocalStorage: boolean) => {
    const storageId = { securityOrigin: origin, isLocalStorage };
    const { entries } = await session.send('DOMStorage.getDOMStorageItems', { storageId });
    return entries.flatMap(([name]) => (name === undefined ? [] : { kind, name, host }));
  };
  const all = await Promise.allSettled([
    area('local-storage', true),
    area('session-storage', false),
    session
      .send('IndexedDB.requestDatabaseNames', { securityOrigin: origin })
      .then(({ databaseNames }) => databaseNames.map((name) => ({ kind: 'indexed-db' as const, name, host }))),
    session
      .send('CacheStorage.requestCacheNames', { securityOrigin: origin })
      .then(({ caches }) => caches.map(({ cacheName: name }) => ({ kind: 'cache-storage' as const, name, host }))),
  ]);
  return all.flatMap((one) => (one.status === 'fulfilled' ? one.value : []));
}
