import { type NamesByPurpose, purposeOfStored, type StoredPatterns } from '@douane/core/hold';
import type { Permits } from '../permits';
import { replace, type Undo } from './replace';

/**
 * What the site's own code stores for a purpose that is held, by name: cookies, keys of storage, databases and caches.
 * It is stored once it may be; whoever reads it back meanwhile finds nothing.
 */
export function holdStored(
  permits: Permits,
  { cookies = {}, storage = {}, ...others }: Partial<StoredPatterns>,
): Undo[] {
  const gated = gateOf(permits);
  const undo = [
    ...holdDatabases(permits, others),
    replace(Document.prototype, 'cookie', ({ set }) => ({
      set(this: Document, line: unknown) {
        gated(cookies, `${line}`.split(/[=;]/)[0]!.trim(), () => set!.call(this, line));
      },
    })),
    replace(Storage.prototype, 'setItem', ({ value: own }) => ({
      value(this: Storage, key: unknown, value: unknown) {
        gated(storage, key, () => own.call(this, key, value));
      },
    })),
    // A key may be set as a property, too.
    ...(['localStorage', 'sessionStorage'] as const).map((name) =>
      replace(window, name, ({ get }) => ({
        get() {
          const own: Storage = get!.call(window);
          return new Proxy(own, {
            get(_, key) {
              const value = Reflect.get(own, key);
              return typeof value === 'function' ? value.bind(own) : value;
            },
            set(_, key, value) {
              own.setItem(String(key), value);
              return true;
            },
            defineProperty(_, key, { value }) {
              own.setItem(String(key), value);
              return true;
            },
          });
        },
      })),
    ),
  ];
  if ('cookieStore' in window) {
    const { prototype } = (window as unknown as { CookieStore: { prototype: { set: unknown } } }).CookieStore;
    undo.push(
      replace(prototype, 'set', ({ value: own }) => ({
        async value(first: string | { name: string }, ...more: unknown[]) {
          const name = typeof first === 'object' ? first.name : first;
          return gated(cookies, name, () => own.call(this, first, ...more));
        },
      })),
    );
  }
  return undo;
}

type Storing = Pick<Permits, 'allows' | 'later'>;

/** Runs what stores under a name now, or once it may. */
const gateOf =
  (permits: Storing) =>
  (names: NamesByPurpose, name: unknown, run: () => unknown): unknown => {
    const purpose = purposeOfStored(names, `${name}`);
    if (purpose === undefined || permits.allows(purpose)) return run();
    permits.later(purpose, run);
  };

/** Of that what workers have, too: databases and caches. */
export function holdDatabases(
  permits: Storing,
  { databases = {}, caches = {} }: Pick<Partial<StoredPatterns>, 'databases' | 'caches'>,
): Undo[] {
  const gated = gateOf(permits);
  const undo = [
    replace(IDBFactory.prototype, 'open', ({ value: own }) => ({
      value(this: IDBFactory, name: unknown, ...more: unknown[]) {
        const purpose = purposeOfStored(databases, `${name}`);
        // What is asked for must have an answer at once: a database that nobody else opens and that is empty.
        const isHeld = purpose !== undefined && !permits.allows(purpose);
        if (isHeld) throw new DOMException('held until the visitor agrees', 'SecurityError');
        return own.call(this, name, ...more);
      },
    })),
  ];
  if ('caches' in self) {
    undo.push(
      replace(CacheStorage.prototype, 'open', ({ value: own }) => ({
        value(this: CacheStorage, name: unknown) {
          return new Promise((resolve, reject) =>
            gated(caches, name, () => own.call(this, name).then(resolve, reject)),
          );
        },
      })),
    );
  }
  return undo;
}
