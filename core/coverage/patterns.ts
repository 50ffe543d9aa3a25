import picomatch from 'picomatch';

const OPTIONS = { dot: true, nonegate: true, windows: false };
/** Nested repetition is what makes a matcher try for ever. */
const MOST_STARS = 12;

/** Why a text cannot be used as a pattern; `null` where it can. */
export function patternProblem(text: string): string | null {
  if (/[+*@!?]\(/.test(text)) return 'use * and ** and {a,b}; groups such as +(…) are not taken';
  if ((text.match(/\*/g)?.length ?? 0) > MOST_STARS) return `has more than ${MOST_STARS} stars; make it simpler`;
  try {
    picomatch.makeRe(text, OPTIONS);
    return null;
  } catch (cause) {
    return `is no pattern: ${(cause as Error).message}`;
  }
}

/**
 * Whether an address is wanted: fits one of `include`, where there are any, and none of `exclude`. Patterns are globs
 * held against path and query: `*` is anything but a slash, `**` anything, `{a,b}` either.
 */
export function wantedBy(include: readonly string[], exclude: readonly string[]): (url: string) => boolean {
  const isIn = include.length > 0 ? matcher(include) : () => true;
  const isOut = exclude.length > 0 ? matcher(exclude) : () => false;
  return (url) => {
    const { pathname, search } = new URL(url);
    const text = pathname + search;
    return isIn(text) && !isOut(text);
  };
}

/** A matcher for one or several patterns; `**` at the end takes the folder itself too. */
export function matcher(patterns: readonly string[]): (pathAndQuery: string) => boolean {
  const all = patterns.map((pattern) => picomatch(pattern, OPTIONS));
  return (text) => all.some((fits) => fits(text));
}
