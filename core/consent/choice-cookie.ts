import type { Choice } from '../regimes/types';

/** Name of the cookie in which the gate keeps a visitor's choice. With a prefix where no subdomain shares it (RFC 6265bis, section 4.1.3.2). */
export const CHOICE_COOKIE = 'douane_choice';
export const HOST_CHOICE_COOKIE = `__Host-${CHOICE_COOKIE}`;

/** A choice as the visitor's browser keeps it. */
export interface KeptChoice extends Choice {
  /** Number of the release it was made under. */
  release: number;
  /** Id of its consent record. */
  record: string;
  /** When it was made, in whole seconds since 1970. */
  atSeconds: number;
}

/** Value of the cookie: `release|record|gpc|purpose:1,purpose:0|seconds`, escaped. */
export function encodeChoice({ release, record, gpc, purposes, atSeconds }: KeptChoice): string {
  const list = Object.entries(purposes).map(([id, yes]) => `${id}:${yes ? 1 : 0}`);
  return encodeURIComponent([release, record, gpc ? 1 : 0, list.join(','), atSeconds].join('|'));
}

/**
 * Reads the value of the cookie; `null` where it is none of ours, which anybody may have written. Never throws. Cookies
 * of the first versions have no time: they count as made at `nowSeconds`.
 */
export function decodeChoice(text: string, nowSeconds: number): KeptChoice | null {
  let plain: string;
  try {
    plain = decodeURIComponent(text);
  } catch {
    return null; // a stray percent sign
  }
  const [release, record, gpc, list, at] = plain.split('|');
  if (!/^[1-9]\d{0,8}$/.test(release ?? '') || !/^[0-9a-f-]{36}$/.test(record ?? '') || !list) return null;
  const purposes: Record<string, boolean> = {};
  for (const pair of list.split(',')) {
    const [id, value] = pair.split(':');
    if (id && (value === '1' || value === '0')) purposes[id] = value === '1';
  }
  // A time to come would make a yes stand longer than it may.
  const atSeconds = /^\d{1,12}$/.test(at ?? '') ? Math.min(Number(at), nowSeconds) : nowSeconds;
  const ageDays = (nowSeconds - atSeconds) / 86_400;
  return { release: Number(release), record: record!, gpc: gpc === '1', purposes, atSeconds, ageDays };
}

/** The kept choice among the cookies of a page, as `document.cookie` gives them; the prefixed one before the other. */
export function choiceIn(cookies: string, nowSeconds: number): KeptChoice | null {
  for (const name of [HOST_CHOICE_COOKIE, CHOICE_COOKIE]) {
    for (const pair of cookies.split('; ')) {
      const found = pair.startsWith(`${name}=`) ? decodeChoice(pair.slice(name.length + 1), nowSeconds) : null;
      if (found) return found;
    }
  }
  return null;
}
