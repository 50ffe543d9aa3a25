import { choiceIn, type KeptChoice } from '@douane/core/consent/choice-cookie';
import type { CookieJar } from '../types';

/** Taken before the page can put an element named `cookie` in the way. */
const own = Object.getOwnPropertyDescriptor(Document.prototype, 'cookie')!;

/** The browser's cookies; where the page may have none, as in a sandboxed frame, it is empty and keeps nothing. */
export const jar: CookieJar = {
  read() {
    try {
      return own.get!.call(document);
    } catch {
      return '';
    }
  },
  write(line) {
    try {
      own.set!.call(document, line);
    } catch {
      // The next page asks again.
    }
  },
};

/** The choice this browser keeps, or `null`. `cookies`: what was read of it already. */
export const readChoice = (cookies = jar.read()): KeptChoice | null => choiceIn(cookies, Math.floor(Date.now() / 1000));

/** What is kept for this tab under a key; `null` where it is nothing, or the browser closes its storage to us. */
export function tabs(key: string): string | null {
  try {
    return sessionStorage.getItem(key);
  } catch {
    return null;
  }
}

/** Keeps something for this tab, where the browser lets us; `null` forgets it. */
export function keepInTab(key: string, value: string | null): void {
  try {
    if (value === null) sessionStorage.removeItem(key);
    else sessionStorage.setItem(key, value);
  } catch {
    // Closed to us; the next page asks again.
  }
}
