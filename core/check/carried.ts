import type { Classifier } from '../classify/types';
import { mayRun, type PlanIndex, purposeOf, type Unruled } from '../hold/index';
import { isHostOf, type Listener } from '../listeners/index';
import { type ChainLink, identifiersIn, looksLikeId, partsOf, type StoredValue } from '../observe/index';
import { type Permission, permissionAt } from './judge';
import { bySeverity } from './summary';
import type { CheckedCase, CheckedItem, SlipCause } from './types';

/** A request to a third party, with all that could carry an identifier: its address, what it posts, its cookies. Stays in memory. */
export interface SentText {
  /** Kind of request. */
  name: string;
  host: string;
  page: string;
  url: string;
  atMs: number;
  chain: ChainLink[];
  posted?: string;
  cookies?: string;
}

/** A request that may run, and that told an identifier which it may not tell. */
export interface Carried extends Pick<CheckedItem, 'host' | 'name' | 'purpose'> {
  atMs: number;
  page: string;
  url: string;
  chain: ChainLink[];
  cause: Extract<SlipCause, { code: 'carries' }>;
  /** Of the identifier; what other visits have as well tells nobody apart. */
  identifier: string;
}

export interface CarriedOf {
  plan: PlanIndex;
  unruled: Unruled;
  permissions: readonly Permission[];
  classify: Classifier;
  /** Those of the site that are told what a visitor granted, with the site's own purposes; they start without waiting for it. */
  listeners: readonly Pick<Listener, 'id' | 'hosts' | 'signals'>[];
}

/**
 * Requests that were permitted themselves and carried an identifier that was not. Either it is stored for a purpose that
 * does not stand at that time, as after a withdrawal; or a tag that was told no sends it from page to page all the same.
 */
export function carriedBy(sent: readonly SentText[], stored: Iterable<StoredValue>, of: CarriedOf): Carried[] {
  const owners = identifiersIn(stored);
  const pages = new Map<string, Set<string>>();
  const found: Carried[] = [];
  for (const one of [...sent].sort((a, b) => a.atMs - b.atMs)) {
    const { hostname, pathname } = new URL(one.url);
    const purpose = purposeOf(of.plan, { hostname, pathname }) ?? null;
    const { granted } = permissionAt(of.permissions, one.atMs).decision;
    if (!mayRun(purpose, granted, of.unruled)) continue; // a slip as it is
    const isToldNo = of.listeners.some((listener) => isHostOf(listener, hostname) && isDenied(listener, granted));
    for (const [part, where] of identifiersOf(one)) {
      const { host, name, page, url, atMs, chain } = one;
      const tell = (cause: Carried['cause']) =>
        found.push({ host, name, purpose, page, url, atMs, chain, cause, identifier: part });
      const held = page.includes(part) ? null : heldOwner(owners.get(part) ?? [], granted, of);
      const seenOn = pages.get(`${host}\n${part}`) ?? new Set();
      pages.set(`${host}\n${part}`, seenOn.add(page));
      if (held) tell({ code: 'carries', ...held });
      else if (isToldNo && seenOn.size > 1) tell({ code: 'carries', name: where });
    }
  }
  return found;
}

/** Words of an address that say what is asked for are no identifiers, so of a path nothing is taken. */
function identifiersOf({ url, posted = '', cookies = '' }: SentText): Map<string, string> {
  const found = new Map<string, string>();
  const take = (name: string, text: string) => {
    for (const part of partsOf(text)) if (looksLikeId(part) && !found.has(part)) found.set(part, name);
  };
  for (const [name, value] of new URL(url).searchParams) take(name, value);
  take('what it posts', posted);
  for (const pair of cookies.split('; ')) take(pair.split('=')[0]!, pair.slice(pair.indexOf('=') + 1));
  return found;
}

/** Nothing that the listener's signals are for is granted. */
const isDenied = ({ signals = {} }: Pick<Listener, 'signals'>, granted: Readonly<Record<string, boolean>>) => {
  const purposes = Object.values(signals).filter((purpose) => purpose !== 'necessary');
  return purposes.length > 0 && purposes.every((purpose) => granted[purpose] !== true);
};

/** What an identifier is stored as that is held; `null` where it is also stored for a purpose that is granted. */
function heldOwner(
  owners: readonly StoredValue[],
  granted: Readonly<Record<string, boolean>>,
  { classify, unruled }: CarriedOf,
): { name: string; heldFor: string } | null {
  const ruled = owners.flatMap(({ kind, name, host }) => {
    const heldFor = classify({ kind, name, host, party: 'first' })?.purpose;
    return heldFor ? [{ name, heldFor }] : [];
  });
  return ruled.every(({ heldFor }) => !mayRun(heldFor, granted, unruled)) ? (ruled[0] ?? null) : null;
}

/**
 * A case with what its requests carried, where that is an identifier: `constant` are the values that other visitors have
 * as well. A request that slipped otherwise stays as it is.
 */
export function withCarried(
  checked: CheckedCase,
  carried: readonly Carried[],
  constant: ReadonlySet<string>,
): CheckedCase {
  const telling = carried.filter(({ identifier }) => !constant.has(identifier));
  if (telling.length === 0) return checked;
  const items = checked.items.map((item): CheckedItem => {
    const isHere = (one: Carried) => one.host === item.host && one.name === item.name && one.purpose === item.purpose;
    const first = item.kind === 'request' && item.verdict !== 'slipped' ? telling.find(isHere) : undefined;
    if (!first) return item;
    const { atMs: firstAtMs, page, url, chain, cause } = first;
    const times = new Set(telling.filter(isHere).map(({ atMs }) => atMs));
    const firings = item.firings.map((one) => (times.has(one.atMs) ? { ...one, permitted: false } : one));
    return { ...item, verdict: 'slipped', firstAtMs, page, url, chain, cause, firings };
  });
  return { ...checked, items: items.sort(bySeverity) };
}
