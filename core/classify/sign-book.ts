import type { Sign } from '../observe/types';
import type { SignBook } from './types';

/** Signs of a site's newest scan, laid out to be looked up for every item. */
export function signBook(signs: readonly Sign[]): SignBook {
  // By host first: most hosts have no such sign, and then no key has to be put together.
  const sent = new Map<string, Map<string, string[]>>();
  const byHost = new Map<string, Sign[]>();
  for (const sign of signs) {
    if (sign.what === 'cookie-syncing') {
      const { from } = sign;
      const ofHost = sent.get(from) ?? new Map<string, string[]>();
      ofHost.set(sign.name, [...(ofHost.get(sign.name) ?? []), sign.host]);
      sent.set(from, ofHost);
    }
    const key = `${sign.what}\n${sign.host}`;
    byHost.set(key, [...(byHost.get(key) ?? []), sign]);
  }
  const none: never[] = [];
  return {
    sentTo: (name, host) => sent.get(host)?.get(name) ?? none,
    of: <What extends Sign['what']>(what: What, host: string) =>
      (byHost.get(`${what}\n${host}`) ?? none) as unknown as readonly Extract<Sign, { what: What }>[],
  };
}

export const NO_SIGNS: SignBook = signBook([]);
