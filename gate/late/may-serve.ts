import { type NamesByPurpose, purposeOfStored } from '@douane/core/hold';
import type { Permits } from '../hold/permits';

/** Whom a text names by an address. */
const NAMED = /\/\/[\w.-]+[^\s"'`)<>]*/g;

/**
 * Waits until a service worker may be registered, by the address of its file: while a purpose is held that its path is ruled
 * to (`names`), or that of somebody whom its file names. By its own answer's policy it could contact anybody, and nothing
 * can be put before its file.
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
  const purpose = purposeOfStored(names, new URL(file).pathname);
  if (purpose !== undefined && !permits.allows(purpose)) return purpose;
  // What cannot be read cannot be registered either, and the browser says why.
  const text = await fetch(file).then(
    (answer) => answer.text(),
    () => '',
  );
  const address = text.match(NAMED)?.find((one) => permits.isRuledOut(one));
  return address === undefined ? null : permits.holding(address);
}
