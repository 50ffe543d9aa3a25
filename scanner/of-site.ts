import { type PlanIndex, purposeOf } from '@douane/core/hold';

/**
 * Whether a script is the gate's own: what a tag asks for passes through the gate's hands, and the tag is still the one that
 * asked. `gate`: address under which it is served.
 */
export function isOfGate(gate: string): (url: string) => boolean {
  const below = `${gate.replace(/\/$/, '')}/`;
  return (url) => url.startsWith(below);
}

/** Whether a path or a name of the site's own is somebody else's, and held. */
export const isHeldAtOwn =
  (plan: PlanIndex) =>
  (url: URL): boolean =>
    typeof purposeOf(plan, url) === 'string';
