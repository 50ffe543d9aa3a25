import type { VisitOverride } from '../types';

/**
 * What the browser's controller says of this visit. An element whose id is `douaneVisit` stands under the same name, so
 * only a value of the window's own counts, and of it only what is of the right type.
 */
export function visitOverride(): VisitOverride {
  const own: unknown = Object.getOwnPropertyDescriptor(window, 'douaneVisit')?.value;
  const given = Object.entries(own ?? {}).filter(
    ([name, value]) => typeof value === TYPES[name as keyof VisitOverride],
  );
  return Object.fromEntries(given);
}

const TYPES: { [Name in keyof VisitOverride]-?: string } = {
  place: 'string',
  gpc: 'boolean',
  age: 'number',
  guardian: 'boolean',
  test: 'boolean',
};
