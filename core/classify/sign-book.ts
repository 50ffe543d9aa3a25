import type { Sign } from '../observe/types';
import type { SignBook } from './types';

/** Signs of a site's newest scan, laid out to be looked up for every item. */
export function signBook(signs: readonly Sign[]): SignBook {
  // By host first: most hosts have no such sign, and then no key has to be put together.
  const travels = new Map<string, Map<string, string[]>>();
  const byHost = new Map<string, Sign[]>();
  for (const sign of signs) {
    if (sign.what === 'id-travels') {
      const from = sign.from ?? '';
      const ofHost = travels.get(from) ?? new Map<string, string[]>();
      ofHost.set(sign.name, [...(ofHost.get(sign.name) ?? []), sign.host]);
      travels.set(from, ofHost);
    }
    const key = `${sign.what}\n${sign.host}`;
    byHost.set(key, [...(byHost.get(key) ?? []), sign]);
  }
  const none: never[] = [];
  return {
    travelsTo: (name, host) => travels.get(host)?.get(name) ?? none,
    of: (what, host) => (byHost.size === 0 ? none : (byHost.get(`${what}\n${host}`) ?? none)),
  };
}

export const NO_SIGNS: SignBook = signBook([]);
