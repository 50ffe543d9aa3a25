import { allIn, allOf, attribute, has } from '../native';
import type { Permits } from './permits';

/** Purposes that a tag waits for, one after the other; it is a marked tag. */
export const MARK = 'data-gate';

/**
 * Has marked tags act that may, `root` itself or those below it; how is in `late/let-go.ts`, which most pages have no need
 * of while they load.
 */
export async function releaseMarked(permits: Permits, root: Element | Document = document): Promise<void> {
  const all = root instanceof Document ? allOf(`[${MARK}]`) : has(root, MARK) ? [root] : allIn(root, `[${MARK}]`);
  const free = [...all].filter((element) => permits.framed.size > 0 || permits.allows(attribute(element, MARK)!));
  if (free.length === 0) return;
  // Where it cannot be loaded the browser has said so; they stay held.
  const late = await permits.late().catch(() => null);
  late?.letGo(free, permits);
}
