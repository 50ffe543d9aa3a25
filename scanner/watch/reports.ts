import { type HookReport, REPORTED } from './hooks';

/** Longest report that is looked at. */
const LONGEST_REPORT = 20_000;
/** A stack of more lines, or of longer ones, is no stack of ours. */
const MOST_LINES = 40;
const LONGEST_LINE = 2_500;

/** A place in a script; line and column count from 1. */
export interface Place {
  url: string;
  line: number;
  column: number;
}

/** A page can call the binding with anything; `null` where it is no report of ours. */
export function readReport(payload: string): HookReport | null {
  if (payload.length > LONGEST_REPORT) return null;
  let data: Partial<Record<keyof HookReport, unknown>>;
  try {
    data = JSON.parse(payload);
  } catch {
    return null; // forged by the page
  }
  const { what, text, value, host, at, stack } = data ?? {};
  const known = REPORTED.find((name) => name === what);
  if (!known || typeof text !== 'string' || typeof host !== 'string' || typeof at !== 'number') return null;
  return {
    what: known,
    text,
    host,
    at,
    stack: typeof stack === 'string' ? stack : '',
    ...(typeof value === 'string' && { value }),
  };
}

/**
 * Place of the innermost script in a stack's text that is not `ownScript`; `undefined` where it names none. The text may be
 * the page's own invention, so each line is looked at once, from its end.
 */
export function placeIn(stack: string, ownScript: (url: string) => boolean = () => false): Place | undefined {
  let first: Place | undefined;
  let from = 0;
  for (let line = 0; line < MOST_LINES && from < stack.length; line++) {
    const end = stack.indexOf('\n', from);
    const to = end < 0 ? stack.length : end;
    const place = placeOfLine(stack.slice(from, Math.min(to, from + LONGEST_LINE)));
    if (place && !ownScript(place.url)) return place;
    first ??= place;
    from = to + 1;
  }
  return first;
}

/** `at name (https://host/file.js:12:34)` → the address and the two numbers behind it. */
function placeOfLine(line: string): Place | undefined {
  const text = line.trimEnd().replace(/\)$/, '');
  const beforeColumn = text.lastIndexOf(':');
  const beforeLine = text.lastIndexOf(':', beforeColumn - 1);
  const start = text.search(/https?:\/\//);
  if (start < 0 || beforeLine <= start) return undefined;
  const [lineNumber, column] = [text.slice(beforeLine + 1, beforeColumn), text.slice(beforeColumn + 1)];
  if (!/^\d{1,9}$/.test(lineNumber) || !/^\d{1,9}$/.test(column)) return undefined;
  const url = text.slice(start, beforeLine);
  return /\s/.test(url) ? undefined : { url, line: Number(lineNumber), column: Number(column) };
}

/** What one page may tell before the rest of it is left aside: so many things, and so many characters in all. */
export class Budget {
  private things = 0;
  private characters = 0;

  constructor(
    private readonly mostThings: number,
    private readonly mostCharacters: number,
  ) {}

  /** Whether one more of this size is still looked at. */
  take(size: number): boolean {
    if (this.spent) return false;
    this.things += 1;
    this.characters += size;
    return true;
  }

  get spent(): boolean {
    return this.things >= this.mostThings || this.characters >= this.mostCharacters;
  }
}
