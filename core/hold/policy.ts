import { isOwnHost } from './look-up';
import type { PlanIndex } from './types';

/** What a policy lets pass besides hosts: what a page holds in itself, which contacts nobody. */
const ITSELF = "'self' 'unsafe-inline' 'unsafe-eval' data: blob:";

type Allows = (purpose: string | null) => boolean;

/** Whether a policy can say all that is held by address: then nothing need be held by the script as well. */
export const isSaidByPolicy = ({ hosts, unruled }: PlanIndex): boolean =>
  unruled !== 'let-through' && Object.values(hosts).every((purposes) => typeof purposes === 'string');

/**
 * The content security policy (CSP Level 3) that holds what may not run, by the browser's own hand: whom the page may
 * contact, and nobody else. `allows` says of a purpose (`null`: third parties that nobody has ruled) whether it may run.
 * `null` where no policy is needed, or none can say it: a policy names who is let through, so where strangers are, nobody
 * can be kept out by it.
 *
 * It is laxer than the plan where its grammar cannot follow: where only a part of a host's paths is held the host
 * passes. What it lets pass so is held by the gate or the edge. Frames of the page may be led anywhere the list goes;
 * forms and the visitor's own way through links are no business of it.
 *
 * @param framed Addresses that the visitor asked to see in a frame of this page.
 */
export function policyFor(plan: PlanIndex, allows: Allows, framed: readonly string[] = []): string | null {
  if (allows(null)) return null;
  const { hosts, own } = plan;
  // Of a host of the site's own only a path may be held.
  const isWhole = (host: string) => typeof hosts[host] === 'string' || !isOwnHost(plan, host);
  const held = Object.keys(hosts).filter((host) => isWhole(host) && pathsAt(plan, host, allows).length === 0);
  const sources = own.flatMap((text) => ofHost(text, held));
  return written([...sources, ...Object.keys(hosts).flatMap((host) => ofPaths(plan, host, allows, held))], framed);
}

/** Whether a policy is one of those, for whatever is granted: a page may be under others as well. */
export const isPolicyOf = ({ own }: PlanIndex, text: string): boolean =>
  text.trim().startsWith(`default-src ${ITSELF} `) &&
  own.every((host) => text.includes(` ${host.replace(/^\./, '')}:* `));

/**
 * The sources of such a policy by purpose, for a server that puts it together without deciding anything: the site's own
 * with what `allows` says anyway, and what each other purpose adds. Since any of them may be held, no source stands for a
 * domain below which somebody of another purpose is.
 */
export function policyParts(plan: PlanIndex, allows: Allows): { always: string; byPurpose: Record<string, string> } {
  const { hosts, own } = plan;
  const purposes = new Set(
    Object.values(hosts).flatMap((by) => (typeof by === 'string' ? by : by.map(([, of]) => of))),
  );
  const partOf = (may: Allows) => {
    const others = Object.keys(hosts).filter((host) => pathsAt(plan, host, may).length === 0);
    return Object.keys(hosts).flatMap((host) => ofPaths(plan, host, may, others));
  };
  const needing = Object.keys(hosts).filter(
    (host) => typeof hosts[host] === 'string' && !allows(hosts[host] as string),
  );
  return {
    always: written([...own.flatMap((text) => ofHost(text, needing)), ...partOf(allows)]),
    byPurpose: Object.fromEntries(
      [...purposes]
        .filter((purpose) => !allows(purpose))
        .sort()
        .map((purpose) => [purpose, listed(partOf((one) => one === purpose))]),
    ),
  };
}

/** Beginnings of the paths of a host that may be contacted. */
function pathsAt({ hosts }: PlanIndex, host: string, allows: Allows): string[] {
  const found = hosts[host]!;
  const paths = typeof found === 'string' ? [['/', found] as const] : found;
  return paths.filter(([, purpose]) => allows(purpose)).map(([path]) => path);
}

function ofPaths(plan: PlanIndex, host: string, allows: Allows, held: readonly string[]): string[] {
  const may = pathsAt(plan, host, allows);
  if (may.includes('/')) return ofHost(`.${host}`, held);
  // A path of a policy stands for all below it only where it ends in a slash.
  return may.map((path) => `${host}:*${path.slice(0, path.lastIndexOf('/') + 1)}`);
}

/** A host, and with a dot before it all hosts below it, if none of those is held. */
function ofHost(text: string, held: readonly string[]): string[] {
  const host = text.replace(/^\./, '');
  const isParted = text === host || held.some((other) => other.endsWith(`.${host}`));
  return isParted ? [`${host}:*`] : [`${host}:*`, `*.${host}:*`];
}

/** Without a scheme a source covers the page's own and its secure form, but no socket. */
const listed = (sources: readonly string[]): string =>
  [...new Set(sources)].flatMap((source) => [source, `ws://${source}`]).join(' ');

function written(sources: readonly string[], framed: readonly string[] = []): string {
  const all = `${ITSELF} ${listed(sources)}`;
  const frames = framed.length > 0 ? `; frame-src ${[all, ...framed.map(sourceOf)].join(' ')}` : '';
  return `default-src ${all}${frames}`;
}

/** An address as a source: without what a policy takes for the end of it, or leaves out of account. */
const sourceOf = (address: string): string => {
  const { origin, pathname } = new URL(address);
  return origin + pathname.replace(/[;,]/g, (sign) => (sign === ';' ? '%3B' : '%2C'));
};
