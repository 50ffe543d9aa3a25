import type { Sign } from '../observe/types';
import type { SignBook } from './types';

/** Signs of a site's newest scan, laid out to be looked up for every item. */
export function signBook(signs: readonly Sign[]): SignBook {
  const travels = new Map<string, string[]>();
  const byHost = new Map<string, Sign[]>();
  for (const sign of signs) {
    if (sign.what === 'id-travels') {
      const key = `${sign.from ?? ''}\n${sign.name}`;
      travels.set(key, [...(travels.get(key) ?? []), sign.host]);
    }
    const key = `${sign.what}\n${sign.host}`;
    byHost.set(key, [...(byHost.get(key) ?? []), sign]);
  }
  const none: never[] = [];
  return {
    travelsTo: (name, host) => (travels.size === 0 ? none : (travels.get(`${host}\n${name}`) ?? none)),
    of: (what, host) => (byHost.size === 0 ? none : (byHost.get(`${what}\n${host}`) ?? none)),
  };
}

export const NO_SIGNS: SignBook = signBook([]);
