/** How a copy of a policy on a page of the site's stands. `absent`: the page has (nearly) nothing of it. */
export type CopyState = 'current' | 'stale' | 'absent';

export interface ComparedCopy {
  state: CopyState;
  /** Lines of what is live that the page does not have. */
  missing: string[];
  /** Lines of earlier versions that it still has. */
  old: string[];
}

/** Fewer words than this are found on any page. */
const LEAST_LETTERS = 12;
/** Less than this share of its lines is no copy. */
const LEAST_SHARE = 0.25;
const MOST_TOLD = 50;

const flat = (text: string) =>
  text
    .normalize('NFC')
    .replace(/[\s\u00a0\u200b]+/g, ' ')
    .trim();
/** Lines of a policy's plain text by which it is told; what stands before a line as a mark of lists is left out. */
const linesOf = (text: string): string[] => [
  ...new Set(
    text
      .split('\n')
      .map((line) => flat(line.replace(/^\s*(-|\d+\.)\s+/, '')))
      .filter((line) => line.length >= LEAST_LETTERS),
  ),
];

/**
 * Whether a page still says what is live. All texts are plain; `page` is all that the page says, and what stands around the
 * copy does not count. `earlier`: versions before, to name what has gone stale.
 */
export function comparedCopy(page: string, live: string, earlier: readonly string[]): ComparedCopy {
  const there = flat(page);
  const lines = linesOf(live);
  const missing = lines.filter((line) => !there.includes(line));
  const now = new Set(lines);
  const old = [...new Set(earlier.flatMap(linesOf))].filter((line) => !now.has(line) && there.includes(line));
  const known = lines.length - missing.length + old.length;
  const state = missing.length === 0 ? 'current' : known < lines.length * LEAST_SHARE ? 'absent' : 'stale';
  return { state, missing: missing.slice(0, MOST_TOLD), old: old.slice(0, MOST_TOLD) };
}
