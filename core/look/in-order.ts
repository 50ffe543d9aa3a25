import type { LookedPage, LookReport } from './types';

/** Whether a page holds from its first line on, by the version in force. */
export const isInOrder = ({ state }: Pick<LookedPage, 'state'>): boolean => state === 'first';

/** Whether all of a site is in order: each page, and the way back where there has to be one. */
export const isInstalled = ({ pages, wayBack }: Pick<LookReport, 'pages' | 'wayBack'>): boolean =>
  pages.length > 0 && pages.every(isInOrder) && wayBack?.there !== false;
