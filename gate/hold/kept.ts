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

/** The tab's own storage, taken before the gate puts its own in the place of it; none where the browser closes it to us. */
let ofTab: Storage | undefined;
try {
  ofTab = sessionStorage;
} catch {
  // Each page knows as much as a first one.
}

/** What is kept for this tab under a key, if anything is. */
export const tabs = (key: string): string | null | undefined => ofTab?.getItem(key);

/** Keeps something for this tab, where the browser lets us; `null` forgets it. */
export function keepInTab(key: string, value: string | null): void {
  try {
    if (value === null) ofTab?.removeItem(key);
    else ofTab?.setItem(key, value);
  } catch {
    // It is full; the next page asks again.
  }
}
