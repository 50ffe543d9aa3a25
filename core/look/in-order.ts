import type { LookedPage, LookReport } from './types';

/** Whether a page holds from its first line on, by the version in force. */
export const isInOrder = ({ state }: Pick<LookedPage, 'state'>): boolean => state === 'first';

/** Whether all of a site is in order: each page, and the way back where there has to be one. */
export const isInstalled = ({ pages, wayBack }: Pick<LookReport, 'pages' | 'wayBack'>): boolean =>
  pages.length > 0 && pages.every(isInOrder) && wayBack?.there !== false;

/**
 * Pages that were in order when they were last looked at and are not now. `before`: the looks before, the newest first. A look
 * at which a page could not be reached says nothing of it: a site that is down for a moment has not lost its gate.
 */
export function lostSince(before: readonly Pick<LookReport, 'pages'>[], now: Pick<LookReport, 'pages'>): LookedPage[] {
  const wasInOrder = (url: string): boolean => {
    const known = before.flatMap(({ pages }) => pages.find((page) => page.url === url) ?? []);
    const last = known.find(({ state }) => state !== 'failed');
    return last !== undefined && isInOrder(last);
  };
  return now.pages.filter((page) => !isInOrder(page) && page.state !== 'failed' && wasInOrder(page.url));
}
