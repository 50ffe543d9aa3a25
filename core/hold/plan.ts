import { getDomain } from 'tldts';
import type { ItemKind } from '../observe/types';
import type { Setup } from '../setup/types';
import { isOwnHost } from './look-up';
import { matchesName } from './match';
import type { HoldPlan, HoldRule, Means, PlanIndex, StoredPatterns } from './types';

const FOR_REQUESTS: Means[] = ['marked', 'script', 'header', 'edge'];
const FOR_STORED: Means[] = ['withdrawal'];

/** The plan that follows from a setup. The necessary is in it too, so that it is told from what nobody has ruled. */
export function holdPlan(setup: Pick<Setup, 'services' | 'site' | 'recorder' | 'holding'>): HoldPlan {
  const { site, recorder, holding } = setup;
  const hosts = [site.address, ...site.addresses, ...site.staging].map((url) => new URL(url).hostname);
  const domains = [...hosts, ...site.ownDomains].map((host) => withAllBelow(host));
  return {
    rules: setup.services.flatMap(rulesOfService),
    own: [...new Set([...domains, new URL(recorder).hostname])].sort(),
    unruled: holding.unruled,
  };
}

/** `www.example.org` → `.example.org`; a name or address that is nobody's domain stands for itself. */
function withAllBelow(host: string): string {
  const domain = getDomain(host, { allowPrivateDomains: true });
  return domain === null ? host : `.${domain}`;
}

function rulesOfService({ name: service, purpose, hosts, items }: Setup['services'][number]): HoldRule[] {
  const requests = hosts.map((text) => ({ match: hostAndPath(text), purpose, service, means: FOR_REQUESTS }));
  // A scanned page can name a cookie `*`; only a pattern that a person declared may stand for other names.
  const stored = items.filter((item) => item.kind !== 'request' && (item.pattern || !item.name.includes('*')));
  return [
    ...requests,
    ...stored.map(({ kind, name, host }) => ({
      match: { kind: kind as Exclude<typeof kind, 'request'>, name, ...(host && { host }) },
      purpose,
      service,
      means: FOR_STORED,
    })),
  ];
}

/** `cdn.example.org/ads/` → host and path; a host alone has no path. */
export function hostAndPath(text: string): { host: string; path?: string } {
  const at = text.indexOf('/');
  return at < 0 ? { host: text.toLowerCase() } : { host: text.slice(0, at).toLowerCase(), path: text.slice(at) };
}

const WHERE: Record<Exclude<ItemKind, 'request'>, keyof StoredPatterns> = {
  cookie: 'cookies',
  'local-storage': 'storage',
  'session-storage': 'storage',
  'indexed-db': 'databases',
  'cache-storage': 'caches',
  'service-worker': 'workers',
};

/**
 * What the site's own code stores, to be held and deleted again; see `purposeOfStored`. Nothing necessary is, and it
 * travels along only where a pattern of another purpose would fit it.
 */
export function storedPatterns(plan: HoldPlan, necessary: ReadonlySet<string>): StoredPatterns {
  const stored: StoredPatterns = { cookies: {}, storage: {}, databases: {}, caches: {}, workers: {} };
  // What third parties keep in their own name is out of reach of a page.
  const isOwn = (host?: string) => host === undefined || isOwnHost(plan, host);
  const rules = plan.rules.flatMap(({ match, purpose }) =>
    'kind' in match && isOwn(match.host) ? [{ ...match, purpose }] : [],
  );
  for (const { kind, name, purpose } of rules) {
    const names = stored[WHERE[kind]];
    const isMistaken = ({ kind: of, purpose: its, name: pattern }: (typeof rules)[number]) =>
      WHERE[of] === WHERE[kind] && !necessary.has(its) && matchesName(pattern, name);
    if (necessary.has(purpose) && !rules.some(isMistaken)) continue;
    names[purpose] = [...new Set([...(names[purpose] ?? []), name])];
  }
  return stored;
}

/** The plan laid out to be looked up. */
export function indexPlan(plan: HoldPlan): PlanIndex {
  const index: PlanIndex = { hosts: {}, own: plan.own, unruled: plan.unruled };
  const paths = new Map<string, [string, string][]>();
  for (const { match, purpose } of plan.rules) {
    if ('kind' in match) continue;
    if (match.path === undefined) index.hosts[match.host] ??= purpose;
    else paths.set(match.host, [...(paths.get(match.host) ?? []), [match.path, purpose]]);
  }
  for (const [host, list] of paths) {
    const whole = index.hosts[host];
    // What no path names falls to the host as a whole, where that has a purpose.
    const all: [string, string][] = typeof whole === 'string' ? [...list, ['/', whole]] : list;
    index.hosts[host] = all.sort(([a], [b]) => b.length - a.length || (a < b ? -1 : 1));
  }
  return index;
}

/** Hosts that services of different purposes claim for the same requests, so that nobody could tell what to hold when. */
export function planConflicts({
  services,
}: Pick<Setup, 'services'>): { index: number; host: string; purposes: string[] }[] {
  const claims = new Map<string, { purpose: string; index: number }[]>();
  services.forEach(({ hosts, purpose }, index) => {
    for (const text of hosts) {
      const { host, path = '/' } = hostAndPath(text);
      const key = host + path;
      claims.set(key, [...(claims.get(key) ?? []), { purpose, index }]);
    }
  });
  return [...claims].flatMap(([key, list]) => {
    const purposes = [...new Set(list.map(({ purpose }) => purpose))];
    return purposes.length > 1 ? [{ index: list.at(-1)!.index, host: key.replace(/\/$/, ''), purposes }] : [];
  });
}
