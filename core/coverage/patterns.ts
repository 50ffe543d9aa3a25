/** Alternatives that braces may come to. */
const MOST_ALTERNATIVES = 64;
const LONGEST = 500;

/**
 * Why a text cannot be used as a pattern; `null` where it can. Of signs only `*`, `**`, `?` and `{a,b}` have a meaning,
 * and matching takes time in proportion to the lengths, so no pattern can run for ever.
 */
export function patternProblem(text: string): string | null {
  if (text.length > LONGEST) return `longer than ${LONGEST} characters`;
  if (/[+*@!?]\(/.test(text)) return 'use * and ** and {a,b}; groups such as +(…) are not taken';
  const alternatives = expandBraces(text);
  return alternatives === null ? `comes to more than ${MOST_ALTERNATIVES} alternatives; make it simpler` : null;
}

/**
 * Whether an address is wanted: fits one of `include`, where there are any, and none of `exclude`. Patterns are globs
 * held against path and query: `*` is anything but a slash, `**` anything, `?` one character, `{a,b}` either.
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

/** A matcher for one or several patterns; a folder's own address fits where all in it does: `/a/**` takes `/a`. */
export function matcher(patterns: readonly string[]): (pathAndQuery: string) => boolean {
  const all = patterns.flatMap((pattern) => expandBraces(pattern) ?? []).map(compile);
  return (text) => all.some((steps) => fits(steps, text));
}

/**
 * One step of a pattern: a character; any one character but a slash; any run of those (`within`); any run of characters
 * (`across`); any run that is empty or ends in a slash (`folders`, and inside the name of one `folder`); and a slash before
 * all that follows, or else the end.
 */
type Step =
  | { what: 'char'; char: string }
  | { what: 'one' | 'within' | 'across' | 'folders' | 'folder' | 'end-or-slash' };

function compile(pattern: string): Step[] {
  const steps: Step[] = [];
  for (let i = 0; i < pattern.length; ) {
    if (pattern.startsWith('/**/', i)) {
      // No folder in between is one of the ways: `/a/**/b` takes `/a/b` and `/a/x/b`, not `/a/xb`.
      steps.push({ what: 'char', char: '/' }, { what: 'folders' }, { what: 'folder' });
      i += 4;
    } else if (pattern.startsWith('/**', i) && i + 3 === pattern.length) {
      steps.push({ what: 'end-or-slash' }, { what: 'across' });
      i += 3;
    } else if (pattern.startsWith('**', i)) {
      steps.push({ what: 'across' });
      i += 2;
    } else {
      const char = pattern[i]!;
      steps.push(char === '*' ? { what: 'within' } : char === '?' ? { what: 'one' } : { what: 'char', char });
      i += 1;
    }
  }
  return steps;
}

/** Follows all ways through a pattern at once (Thompson, 1968), so each character is looked at once for each step. */
function fits(steps: readonly Step[], text: string): boolean {
  let at = closure(steps, new Set([0]));
  for (const char of text) {
    const next = new Set<number>();
    for (const i of at) {
      const step = steps[i];
      if (!step) continue;
      if (step.what === 'folders') next.add(char === '/' ? i : i + 1);
      else if (step.what === 'folder') next.add(char === '/' ? i - 1 : i);
      else if (step.what === 'across' || (step.what === 'within' && char !== '/')) next.add(i);
      else if (step.what === 'one' ? char !== '/' : step.what === 'char' && char === step.char) next.add(i + 1);
      else if (step.what === 'end-or-slash' && char === '/') next.add(i + 1);
    }
    if (next.size === 0) return false;
    at = closure(steps, next);
  }
  return [...at].some((i) => i === steps.length || steps[i]!.what === 'end-or-slash');
}

/** Runs may be empty, so with one of them the step behind it can be taken as well. */
function closure(steps: readonly Step[], at: Set<number>): Set<number> {
  for (const i of at) {
    const what = steps[i]?.what;
    if (what === 'within' || what === 'across') at.add(i + 1);
    else if (what === 'folders') at.add(i + 2);
  }
  return at;
}

/** `a{b,c}` → `ab`, `ac`; braces may be nested. `null`: more than are followed. One that is not closed stands for itself. */
function expandBraces(pattern: string): string[] | null {
  const open = pattern.indexOf('{');
  const close = open < 0 ? -1 : closing(pattern, open);
  if (close < 0) return [pattern];
  const [before, after] = [pattern.slice(0, open), pattern.slice(close + 1)];
  const all: string[] = [];
  for (const part of partsOf(pattern.slice(open + 1, close))) {
    const expanded = expandBraces(before + part + after);
    if (!expanded || all.length + expanded.length > MOST_ALTERNATIVES) return null;
    all.push(...expanded);
  }
  return all;
}

function closing(text: string, open: number): number {
  let depth = 0;
  for (let i = open; i < text.length; i++) {
    if (text[i] === '{') depth += 1;
    else if (text[i] === '}') depth -= 1;
    if (depth === 0) return i;
  }
  return -1;
}

/** Splits at the commas that stand in no inner braces. */
function partsOf(text: string): string[] {
  const parts = [''];
  let depth = 0;
  for (const char of text) {
    if (char === '{') depth += 1;
    if (char === '}') depth -= 1;
    if (char === ',' && depth === 0) parts.push('');
    else parts[parts.length - 1] += char;
  }
  return parts;
}
