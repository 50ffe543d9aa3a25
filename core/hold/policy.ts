import { isOwnHost } from './look-up';
import type { PlanIndex } from './types';

/** What a policy lets pass besides hosts: what a page holds in itself, which contacts nobody. */
const ITSELF = "'self' 'unsafe-inline' 'unsafe-eval' data: blob: filesystem:";

/**
 * The content security policy (CSP Level 3) that holds what may not run, by the browser's own hand: whom the page may
 * contact, and nobody else. `allows` says of a mark (a purpose, or `null` for third parties that nobody has ruled)
 * whether it may run. `null` where no policy is needed, or none can say it: a policy names who is let through, so where
 * strangers are, nobody can be kept out by it.
 *
 * It is laxer than the plan where its grammar cannot follow: where only a part of a host's paths is held the host
 * passes. What it lets pass so is held by the gate or the edge. Frames of the page may be led anywhere the list goes;
 * forms and the visitor's own way through links are no business of it.
 *
 * @param framed Addresses that the visitor asked to see in a frame of this page.
 */
export function policyFor(
  plan: PlanIndex,
  allows: (purpose: string | null) => boolean,
  framed: readonly string[] = [],
): string | null {
  if (allows(null)) return null;
  const { hosts, own } = plan;
  // Of a host of the site's own only a path may be held.
  const isWhole = (host: string) => typeof hosts[host] === 'string' || !isOwnHost(plan, host);
  const held = Object.keys(hosts).filter((host) => isWhole(host) && pathsAt(host).length === 0);
  const sources = [...new Set([...own.map(withBelow), ...Object.keys(hosts).map(sourcesAt)].flat())];
  // Without a scheme a source covers the page's own and its secure form, but no socket.
  const sockets = sources.flatMap((source) => [`ws://${source}`, `wss://${source}`]);
  const all = [ITSELF, ...sources].join(' ');
  return [
    `default-src ${all}`,
    `connect-src ${[all, ...sockets].join(' ')}`,
    ...(framed.length > 0 ? [`frame-src ${[all, ...framed.map(sourceOf)].join(' ')}`] : []),
  ].join('; ');

  /** Beginnings of the paths of a host that may be contacted. */
  function pathsAt(host: string): string[] {
    const found = hosts[host]!;
    const paths = typeof found === 'string' ? [['/', found] as const] : found;
    return paths.filter(([, purpose]) => allows(purpose)).map(([path]) => path);
  }

  function sourcesAt(host: string): string[] {
    const may = pathsAt(host);
    if (may.includes('/')) return withBelow(`.${host}`);
    // A path of a policy stands for all below it only where it ends in a slash.
    return may.map((path) => `${host}:*${path.slice(0, path.lastIndexOf('/') + 1)}`);
  }

  /** A host, and with a dot before it all hosts below it, if none of those is held. */
  function withBelow(text: string): string[] {
    const host = text.replace(/^\./, '');
    const isParted = text === host || held.some((other) => other.endsWith(`.${host}`));
    return isParted ? [`${host}:*`] : [`${host}:*`, `*.${host}:*`];
  }
}

/** An address as a source: without what a policy takes for the end of it, or leaves out of account. */
const sourceOf = (address: string): string => {
  const { origin, pathname } = new URL(address);
  return origin + pathname.replace(/[;,]/g, (sign) => (sign === ';' ? '%3B' : '%2C'));
};
