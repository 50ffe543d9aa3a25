import type { Adversity } from '@douane/core/check';
import { pause, type Visitor } from './visitor';

/** What comes late comes so much later. */
const LATE_MS = 1_000;
/** How many times slower the processor is. */
const SLOWER = 4;
/** So soon after it began to load a page is loaded anew. */
const HALF_LOADED_MS = 120;

/** Makes a visit adverse before its first page; `first`: that page. `base`: below it is the site's gate. */
export async function makeAdverse(visitor: Visitor, adversity: Adversity, base: string, first: string): Promise<void> {
  const isLate = { 'slow-gate': isGate(base), 'slow-recorder': isRecord(base) }[adversity as string];
  if (isLate) await visitor.delay(isLate, LATE_MS);
  else if (adversity === 'slow-processor') await visitor.watch.slowDown(SLOWER);
  else if (adversity === 'reload') {
    await visitor.beginLoading(first);
    await pause(HALF_LOADED_MS);
  }
}

/** The script for which the page waits; what a visitor sees comes after it anyway. */
const isGate = (base: string) => (url: URL, method: string) =>
  method === 'GET' && url.href.startsWith(`${base}/`) && /\/(gate|hold\.[0-9a-f]{16})\.js$/.test(url.pathname);
const isRecord = (base: string) => (url: URL, method: string) => method === 'POST' && url.href === `${base}/records`;
