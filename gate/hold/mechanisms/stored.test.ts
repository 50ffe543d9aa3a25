import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Permits } from '../permits';
import { NOTHING, permitsOfShop } from '../permits-for-tests';
import { holdStored } from './stored';

/** A browser, as far as it keeps something. */
function browser() {
  const cookies: string[] = [];
  class Document {
    get cookie() {
      return cookies.join('; ');
    }
    set cookie(line: string) {
      cookies.push(line);
    }
  }
  class Storage {
    setItem(key: string, value: string) {
      (this as Record<string, unknown>)[key] = value;
    }
    getItem(key: string) {
      return (this as Record<string, unknown>)[key] ?? null;
    }
  }
  class CookieStore {
    async set(first: string | { name: string; value: string }, value?: string) {
      cookies.push(typeof first === 'object' ? `${first.name}=${first.value}` : `${first}=${value}`);
    }
  }
  class CacheStorage {
    opened: string[] = [];
    async open(name: string) {
      return this.opened.push(name);
    }
  }
  class IDBFactory {
    open(name: string) {
      return `database ${name}`;
    }
  }
  const kept = new Storage();
  const window = Object.defineProperty(
    { cookieStore: new CookieStore(), CookieStore, caches: new CacheStorage() },
    'localStorage',
    {
      get: () => kept,
      configurable: true,
    },
  );
  Object.defineProperty(window, 'sessionStorage', { get: () => new Storage(), configurable: true });
  for (const [name, value] of Object.entries({ Document, Storage, CacheStorage, IDBFactory, window, self: window }))
    vi.stubGlobal(name, value);
  return {
    cookies,
    kept,
    document: new Document(),
    window: window as typeof window & { localStorage: Storage },
    databases: new IDBFactory(),
  };
}

let permits: Permits;
let page: ReturnType<typeof browser>;
let undo: (() => void)[];
beforeEach(() => {
  permits = permitsOfShop();
  page = browser();
  const names = { measurement: ['_gull*'] };
  undo = holdStored(permits, { cookies: names, storage: names, databases: names, caches: names });
});
afterEach(() => vi.unstubAllGlobals());
const agree = () => permits.grant({ ...NOTHING, measurement: true });

describe('a name whose purpose is held', () => {
  it.each([
    ['a cookie', () => (page.document.cookie = '_gull_id=1; Path=/'), () => page.cookies, ['_gull_id=1; Path=/']],
    [
      'a cookie of the cookie store',
      () => page.window.cookieStore.set('_gull_id', '1'),
      () => page.cookies,
      ['_gull_id=1'],
    ],
    [
      'a cookie set by an object',
      () => page.window.cookieStore.set({ name: '_gull_id', value: '1' }),
      () => page.cookies,
      ['_gull_id=1'],
    ],
    ['a key', () => page.kept.setItem('_gull', '1'), () => Object.keys(page.kept), ['_gull']],
    [
      'a key as a property',
      () => Object.assign(page.window.localStorage, { _gull: '1' }),
      () => Object.keys(page.kept),
      ['_gull'],
    ],
    ['a cache', () => page.window.caches.open('_gull'), () => page.window.caches.opened, ['_gull']],
  ])('%s is kept once it may be', async (_what, store, found, kept) => {
    void store();
    await Promise.resolve();
    expect(found()).toEqual([]);
    agree();
    expect(found()).toEqual(kept);
  });

  it('a database is none at once, since whoever asks must have an answer', () => {
    expect(() => page.databases.open('_gull')).toThrow('held until the visitor agrees');
    agree();
    expect(page.databases.open('_gull')).toBe('database _gull');
  });
});

describe('any other name', () => {
  it('is kept at once, and read back as it was', async () => {
    page.document.cookie = 'basket=3';
    page.window.localStorage.setItem('basket', '3');
    Object.defineProperty(page.window.localStorage, 'own', { value: '4' });
    await page.window.cookieStore.set('basket2', '5');
    expect(page.cookies).toEqual(['basket=3', 'basket2=5']);
    expect(page.document.cookie).toBe('basket=3; basket2=5');
    expect([page.window.localStorage.getItem('basket'), page.kept.getItem('own')]).toEqual(['3', '4']);
    expect(page.databases.open('basket')).toBe('database basket');
  });
});

it('undone, the browser’s own stands again', () => {
  for (const one of undo) one();
  page.document.cookie = '_gull_id=1';
  page.window.localStorage.setItem('_gull', '1');
  expect([page.cookies, page.window.localStorage]).toEqual([['_gull_id=1'], page.kept]);
  expect(page.databases.open('_gull')).toBe('database _gull');
});
