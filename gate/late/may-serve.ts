import { type NamesByPurpose, purposeOfStored } from '@douane/core/hold';
import type { Permits } from '../hold/permits';

/** Whom a text names by an address. */
const NAMED = /\/\/[\w.-]+[^\s"'`)<>]*/g;
/** Files that a worker brings in, where their names stand in quotes. */
const BROUGHT = /\b(?:importScripts\s*\(|import\b|from\b)([^;\n]*)/g;
const QUOTED = /(["'`])([^"'`]+)\1/g;
/** Who brings in more is not followed. */
const MOST_FILES = 20;

/**
 * Waits until a service worker may be registered, by the address of its file: while a purpose is held that its path is ruled
 * to (`names`), or that of somebody whom its file names, or one of the site's own that it brings in. By its own answer's
 * policy it could contact anybody, and nothing can be put before its file.
 */
export async function mayServe(permits: Permits, names: NamesByPurpose, file: string): Promise<void> {
  for (;;) {
    const mark = await heldFor(permits, names, file);
    if (mark === null) return;
    // It may have been granted while the answer was read.
    if (!permits.allows(mark)) await new Promise<void>((resolve) => permits.later(mark, resolve));
  }
}

async function heldFor(permits: Permits, names: NamesByPurpose, file: string): Promise<string | null> {
  const { pathname, origin } = new URL(file);
  const purpose = purposeOfStored(names, pathname);
  if (purpose !== undefined && !permits.allows(purpose)) return purpose;
  const files = new Set([file]);
  // A set goes on to what is added meanwhile.
  for (const one of files) {
    const text = await read(one);
    const address = text.match(NAMED)?.find((found) => permits.isRuledOut(found));
    if (address !== undefined) return permits.holding(address);
    for (const [, given = ''] of text.matchAll(BROUGHT))
      for (const [, , name = ''] of given.matchAll(QUOTED)) {
        const brought = URL.canParse(name, one) ? new URL(name, one) : null;
        if (brought?.origin === origin && files.size < MOST_FILES) files.add(brought.href);
      }
  }
  return null;
}

/** What cannot be read cannot be registered either, and the browser says why. */
const read = (file: string): Promise<string> =>
  fetch(file).then(
    (answer) => answer.text(),
    () => '',
  );
