import {
  CHOICE_COOKIE,
  choiceIn,
  encodeChoice,
  HOST_CHOICE_COOKIE,
  type KeptChoice,
} from '@douane/core/consent/choice-cookie';

/** Taken before the page can put an element named `cookie` in the way. */
const jar = Object.getOwnPropertyDescriptor(Document.prototype, 'cookie')!;
const UNANSWERED = 'douane.unanswered';
const MOST_UNANSWERED = 5;

const nowSeconds = () => Math.floor(Date.now() / 1000);

/** All cookies that a script can see; empty where the page may have none, as in a sandboxed frame. */
export function cookies(): string {
  try {
    return jar.get!.call(document);
  } catch {
    return '';
  }
}

/** Writes a cookie line; where the page may have no cookies nothing is kept and the next page asks again. */
export function writeCookie(line: string): void {
  try {
    jar.set!.call(document, line);
  } catch {
    // See above.
  }
}

/** The choice this browser keeps, or `null`. */
export const readChoice = (): KeptChoice | null => choiceIn(cookies(), nowSeconds());

/** A choice made just now. */
export function chosenNow(choice: Omit<KeptChoice, 'atSeconds' | 'ageDays'>): KeptChoice {
  return { ...choice, atSeconds: nowSeconds(), ageDays: 0 };
}

/** Keeps a choice for so many days from now; done again at each visit, since browsers keep nothing for ever. */
export function keepChoice(choice: KeptChoice, days: number): void {
  const https = location.protocol === 'https:';
  const name = https ? HOST_CHOICE_COOKIE : CHOICE_COOKIE;
  const secure = https ? '; Secure' : '';
  writeCookie(`${name}=${encodeChoice(choice)}; Path=/; Max-Age=${days * 86_400}; SameSite=Lax${secure}`);
  // One from before the prefix would stand beside it.
  if (https) writeCookie(`${CHOICE_COOKIE}=; Path=/; Max-Age=0`);
}

/** Storages that the page may use; a browser may close either to it. */
export function storages(): Storage[] {
  return (['localStorage', 'sessionStorage'] as const).flatMap((name) => {
    try {
      return window[name] ?? [];
    } catch {
      return [];
    }
  });
}

/** Ids of records that were sent and not answered: they may stand in the ledger all the same. */
export function unanswered(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(UNANSWERED) ?? '[]');
    return Array.isArray(kept) ? kept.filter((id) => /^[0-9a-f-]{36}$/.test(String(id))).slice(-MOST_UNANSWERED) : [];
  } catch {
    return []; // closed to us, or written by somebody else
  }
}

/** Keeps the ids of records whose answer never came, to be named with the next choice; at most the newest few. */
export function keepUnanswered(ids: readonly string[]): void {
  try {
    if (ids.length > 0) localStorage.setItem(UNANSWERED, JSON.stringify(ids.slice(-MOST_UNANSWERED)));
    else localStorage.removeItem(UNANSWERED);
  } catch {
    // Closed to us; then only this page knows of them.
  }
}
