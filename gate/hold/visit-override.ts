import type { VisitOverride } from '../types';

/**
 * What the browser's controller says of this visit. An element whose id is `douaneVisit` stands under the same name, so
 * only a value of the window's own counts, and of it only what is of the right type.
 */
export function visitOverride(): VisitOverride {
  const own: unknown = Object.getOwnPropertyDescriptor(window, 'douaneVisit')?.value;
  if (typeof own !== 'object' || own === null) return {};
  const { place, gpc, age, guardian, test } = own as Record<string, unknown>;
  return {
    ...(typeof place === 'string' && { place }),
    ...(typeof gpc === 'boolean' && { gpc }),
    ...(typeof age === 'number' && { age }),
    ...(guardian === true && { guardian }),
    ...(test === true && { test }),
  };
}
