import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

const kept = new Map<string, string>();
const storage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => kept.set(key, value),
  removeItem: (key: string) => kept.delete(key),
};
const asked: string[] = [];
let answer: () => Promise<unknown>;

/** The gate's files read the browser as they are loaded, so they are loaded anew for each browser. */
async function gateIn(own: Partial<typeof storage> | null) {
  vi.resetModules();
  vi.stubGlobal(
    'Document',
    class {
      get cookie() {
        return '';
      }
    },
  );
  vi.stubGlobal('window', {
    fetch: (address: string) => {
      asked.push(address);
      return answer();
    },
  });
  if (own) vi.stubGlobal('sessionStorage', own);
  // Closed to whoever asks, as in a frame without its own origin.
  else
    Object.defineProperty(globalThis, 'sessionStorage', {
      configurable: true,
      get: () => {
        throw new DOMException('closed', 'SecurityError');
      },
    });
  return import('./place');
}
beforeEach(() => {
  kept.clear();
  asked.length = 0;
  answer = async () => ({ json: async () => ({ place: 'US-CA' }) });
});
afterEach(() => {
  vi.unstubAllGlobals();
  Reflect.deleteProperty(globalThis, 'sessionStorage');
});
const BASE = 'https://d.test/g/s';

describe('a visitor’s place', () => {
  it('is asked for once in a tab', async () => {
    const { askPlace, knownPlace } = await gateIn(storage);
    expect(knownPlace(undefined)).toBeUndefined();
    expect(await askPlace(BASE)).toEqual({ country: 'US', subdivision: 'CA' });
    expect(knownPlace(undefined)).toEqual({ country: 'US', subdivision: 'CA' });
    expect(asked).toEqual([`${BASE}/place`]);
  });

  it('that nobody could tell is known as such, and not asked for again', async () => {
    answer = async () => ({ json: async () => ({ place: '' }) });
    const { askPlace, knownPlace } = await gateIn(storage);
    expect(await askPlace(BASE)).toBeNull();
    expect(knownPlace(undefined)).toBeNull();
  });

  it('is what the server before the site says, whatever the tab knew', async () => {
    kept.set('douane.place', 'DE');
    const { knownPlace } = await gateIn(storage);
    expect([knownPlace('FR'), knownPlace(''), knownPlace(undefined)]).toEqual([
      { country: 'FR' },
      null,
      { country: 'DE' },
    ]);
  });

  it.each<[string, () => Promise<unknown>]>([
    ['no answer', () => Promise.reject(new TypeError('offline'))],
    ['an answer that is none of ours', async () => ({ json: async () => JSON.parse('<html>') })],
  ])('after %s is not known, and asked for on the next page', async (_what, given) => {
    answer = given;
    const { askPlace, knownPlace } = await gateIn(storage);
    expect([await askPlace(BASE), knownPlace(undefined)]).toEqual([null, undefined]);
  });

  it.each<[string, Partial<typeof storage> | null]>([
    ['closes its storage', null],
    [
      'has no room left',
      {
        ...storage,
        setItem: () => {
          throw new DOMException('full', 'QuotaExceededError');
        },
      },
    ],
  ])('is found out also where the browser %s', async (_what, own) => {
    const { askPlace, knownPlace } = await gateIn(own);
    expect([await askPlace(BASE), knownPlace(undefined)]).toEqual([{ country: 'US', subdivision: 'CA' }, undefined]);
  });
});
