import type { VisitOverride } from '../types';

/**
 * What the browser's controller says of this visit. An element whose id is `douaneVisit` stands under the same name, and
 * is no value of the window's own.
 */
export const visitOverride = (): VisitOverride => ({
  ...Object.getOwnPropertyDescriptor(window, 'douaneVisit')?.value,
});
