import type { Setup } from '../setup/types';

/** What the gate holds, by which purpose; small enough to travel to every visitor. */
export interface HoldPlan {
  /** Contacted third-party host → purpose. */
  hosts: Record<string, string>;
  /** First-party cookies to delete on withdrawal: name pattern and purpose. */
  cookies: [pattern: string, purpose: string][];
  /** Keys of local and session storage to delete on withdrawal: key pattern and purpose. */
  storage: [pattern: string, purpose: string][];
}

/** The plan that follows from the services of a setup. Necessary things are never held and do not appear. */
export function planFor(setup: Pick<Setup, 'services' | 'purposes'>): HoldPlan {
  const plan: HoldPlan = { hosts: {}, cookies: [], storage: [] };
  const necessary = new Set(setup.purposes.filter((p) => p.necessary).map((p) => p.id));
  for (const service of setup.services) {
    if (necessary.has(service.purpose)) continue;
    for (const host of service.hosts) plan.hosts[host] = service.purpose;
    for (const item of service.items) {
      // A scanned page can name a cookie `*`; only a pattern that a person declared may stand for other names.
      if (item.name.includes('*') && !item.pattern) continue;
      if (item.kind === 'cookie') plan.cookies.push([item.name, service.purpose]);
      if (item.kind === 'local-storage' || item.kind === 'session-storage') {
        plan.storage.push([item.name, service.purpose]);
      }
    }
  }
  return plan;
}
