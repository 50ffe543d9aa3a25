import { hostOf, initiatorsOf } from './layers/initiators';
import type { Classifiable } from './types';

/** Ways in which items are alike, the closest first. */
export const LIKENESSES = {
  host: 'of the same host',
  script: 'written by the same script',
  name: 'named alike',
  tag: 'brought in by the same tag',
} as const;
export type Likeness = keyof typeof LIKENESSES;
const WAYS = Object.keys(LIKENESSES) as Likeness[];

/** The value by which an item is alike others in some way; `null`: in this way it is like nothing. */
function likenessKeys(item: Classifiable): Record<Likeness, string | null> {
  const stored = item.kind !== 'request';
  const tag = initiatorsOf(item).at(-1);
  const nearest = tag && hostOf(tag);
  return {
    host: item.party === 'third' ? item.host : null,
    script: stored && item.setBy === 'script' && item.url ? hostOf(item.url) + item.url.split(/[?#]/)[0] : null,
    name: stored ? `${item.kind} ${nameShape(item.name)}` : null,
    tag: nearest && nearest !== item.host ? nearest : null,
  };
}

/** Made once for each item: ten thousand are compared with every one that is looked at. */
const made = new WeakMap<Classifiable, Record<Likeness, string | null>>();
function keysOf(item: Classifiable): Record<Likeness, string | null> {
  let keys = made.get(item);
  if (!keys) {
    keys = likenessKeys(item);
    made.set(item, keys);
  }
  return keys;
}

/** Items of `among` that are like `item`, in each way in which there are any. */
export function similarTo<T extends Classifiable>(item: Classifiable, among: readonly T[]): [Likeness, T[]][] {
  const own = keysOf(item);
  const found = new Map<Likeness, T[]>();
  for (const other of among) {
    if (other.name === item.name && other.kind === item.kind && other.host === item.host) continue;
    const theirs = keysOf(other);
    for (const way of WAYS) {
      if (own[way] === null || own[way] !== theirs[way]) continue;
      const list = found.get(way);
      if (list) list.push(other);
      else found.set(way, [other]);
    }
  }
  return WAYS.flatMap((way): [Likeness, T[]][] => {
    const list = found.get(way);
    return list ? [[way, list]] : [];
  });
}

/** A name with what changes from one to the next left out: `tab-3f9a12cd` and `tab-77b0e1aa` are both `tab-#`. */
function nameShape(name: string): string {
  return name.replace(/[0-9a-f]{8,}(-[0-9a-f]{4,})*|\d+/gi, '#');
}
