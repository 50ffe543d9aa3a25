import { byHost } from './match';
import type { PlanIndex, Unruled } from './types';

/**
 * What the plan says of an address. A purpose: it is ruled so, which may be a path of the site's own host. `null`: a third party that nobody has ruled. `undefined`:
 * the site's own, and no business of the plan.
 */
export function purposeOf(
  plan: PlanIndex,
  { hostname, pathname }: { hostname: string; pathname: string },
): string | null | undefined {
  const found = byHost(plan.hosts, hostname);
  if (typeof found === 'string') return found;
  const byPath = found?.find(([path]) => pathname.startsWith(path));
  if (byPath) return byPath[1];
  return isOwnHost(plan, hostname) ? undefined : null;
}

/** Whether a host is the site's own. */
export const isOwnHost = ({ own }: Pick<PlanIndex, 'own'>, host: string): boolean =>
  own.some((of) => (of[0] === '.' ? `.${host}`.endsWith(of) : of === host));

/** Whether something may run, by its purpose (`null`: nobody has ruled it) and what is granted to the visitor. */
export function mayRun(purpose: string | null, granted: Readonly<Record<string, boolean>>, unruled: Unruled): boolean {
  if (purpose !== null) return granted[purpose] === true;
  if (unruled === 'by-regime') return Object.values(granted).every(Boolean);
  return unruled === 'let-through';
}
