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

/** Stands in a mark for third parties that nobody has ruled. */
export const UNRULED_MARK = '*';

/**
 * The mark under which an address is held: its purpose, or `*` where nobody has ruled it; `null` where it may be
 * contacted. `page`: host of the page, which is always the site's own. `allows`: whether a mark may run.
 */
export function heldAs(plan: PlanIndex, url: URL, page: string, allows: (mark: string) => boolean): string | null {
  if (!/^(https?|wss?):$/.test(url.protocol)) return null;
  // A dot at the end means the same host.
  const purpose = purposeOf(plan, { hostname: url.hostname.replace(/\.$/, ''), pathname: url.pathname });
  if (purpose === undefined || (purpose === null && url.hostname === page)) return null;
  const mark = purpose ?? UNRULED_MARK;
  return allows(mark) ? null : mark;
}

/** Whether a mark may run; one may name several purposes, of which each has to be granted. */
export const allowsMark = (mark: string, granted: Readonly<Record<string, boolean>>, unruled: Unruled): boolean =>
  mark.split(' ').every((one) => mayRun(one === UNRULED_MARK ? null : one, granted, unruled));

/** Whether something may run, by its purpose (`null`: nobody has ruled it) and what is granted to the visitor. */
export function mayRun(purpose: string | null, granted: Readonly<Record<string, boolean>>, unruled: Unruled): boolean {
  if (purpose !== null) return granted[purpose] === true;
  if (unruled === 'by-regime') return Object.values(granted).every(Boolean);
  return unruled === 'let-through';
}
