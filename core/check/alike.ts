/** What the markup of one page asked for, as the site's server sent it once. */
export interface ServedOnce {
  url: string;
  /** Pages of the same text are held against each other: the same page, for the same kind of visitor. */
  like: string;
  /** Milliseconds since 1970. */
  at: number;
  parts: ReadonlySet<string>;
}

/** From `at` on a page had something that it had not before, or has it no more. */
export interface SiteChange {
  at: number;
  url: string;
  part: string;
  isNew: boolean;
}

/** So many answers on either side have to agree: what differs from answer to answer is no change. */
const AGREEING = 2;

/**
 * The last change of a site while it was looked at: something that all answers had before a moment, and none had after it, or
 * the other way. What comes and goes, as advertisements and tokens do, is none. `null`: none is seen.
 */
export function changeOf(served: readonly ServedOnce[]): SiteChange | null {
  let last: SiteChange | null = null;
  for (const like of new Set(served.map((one) => one.like))) {
    const inOrder = served.filter((one) => one.like === like).sort((a, b) => a.at - b.at);
    for (const part of new Set(inOrder.flatMap(({ parts }) => [...parts]))) {
      const has = inOrder.map(({ parts }) => parts.has(part));
      const turn = has.findIndex((one) => one !== has[0]);
      if (turn < AGREEING || has.length - turn < AGREEING) continue;
      if (has.slice(turn).some((one) => one === has[0])) continue;
      const { at, url } = inOrder[turn]!;
      if (last === null || at > last.at) last = { at, url, part, isNew: !has[0] };
    }
  }
  return last;
}

/**
 * What always came to one of two browsers and never to the other, of answers to the same page: the site tells them apart.
 * `null`: nothing did.
 */
export function toldApart(
  one: readonly ReadonlySet<string>[],
  other: readonly ReadonlySet<string>[],
): { part: string; missing: 'one' | 'other' } | null {
  const always = (sets: readonly ReadonlySet<string>[], part: string) => sets.every((set) => set.has(part));
  const never = (sets: readonly ReadonlySet<string>[], part: string) => sets.every((set) => !set.has(part));
  for (const part of new Set([...one, ...other].flatMap((set) => [...set]))) {
    if (always(one, part) && never(other, part)) return { part, missing: 'other' };
    if (never(one, part) && always(other, part)) return { part, missing: 'one' };
  }
  return null;
}
