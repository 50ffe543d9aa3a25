import { byHost, matchesName } from '../hold/match';
import { partyOf } from '../observe/party';
import type { Item } from '../observe/types';
import type { Setup } from '../setup/types';
import { entityOfHost } from './entities';
import type { CatalogueEntry, Ruling } from './types';

/** Rules an item, or says nothing (`null`) and leaves it open. */
export type Classifier = (item: Pick<Item, 'kind' | 'name' | 'host' | 'party'>) => Ruling | null;

/**
 * A classifier over catalogue entries, first match wins: exact names, then patterns, then hosts, and last the open data
 * on hosts. Names are looked up by map and patterns by their first characters, so a large catalogue stays fast.
 */
export function catalogueClassifier(entries: readonly CatalogueEntry[]): Classifier {
  const exact = new Map<string, CatalogueEntry[]>();
  const patterns: CatalogueEntry[] = [];
  const hosts: Record<string, CatalogueEntry> = {};
  for (const entry of entries) {
    if (entry.name === undefined) hosts[entry.host!] = entry;
    else if (entry.name.includes('*')) patterns.push(entry);
    else exact.set(entry.name, [...(exact.get(entry.name) ?? []), entry]);
  }
  const fits = (entry: CatalogueEntry, item: Parameters<Classifier>[0]) =>
    (!entry.kinds || entry.kinds.includes(item.kind)) &&
    (!entry.host || byHost({ [entry.host]: true }, item.host) === true);

  return (item) => {
    if (item.kind !== 'request') {
      const named =
        exact.get(item.name)?.find((entry) => fits(entry, item)) ??
        patterns.find((entry) => matchesName(entry.name!, item.name) && fits(entry, item));
      if (named) return fromEntry(named, `${item.kind} named ${named.name}`, 0.9);
    }
    if (item.party === 'first') return null;
    const hosted = byHost(hosts, item.host);
    if (hosted && fits(hosted, item)) return fromEntry(hosted, `host ${hosted.host}`, 0.9);
    const entity = entityOfHost(item.host);
    if (!entity?.purpose) return null;
    return {
      purpose: entity.purpose,
      service: entity.name,
      ...(entity.homepage && { policyUrl: entity.homepage }),
      by: 'catalogue',
      reason: `open data on hosts: ${item.host} belongs to ${entity.name} (${entity.category})`,
      confidence: 0.7,
    };
  };
}

function fromEntry(entry: CatalogueEntry, what: string, confidence: number): Ruling {
  const { purpose, service, description, policyUrl } = entry;
  return { purpose, service, description, policyUrl, by: 'catalogue', reason: `catalogue: ${what}`, confidence };
}

/** What asks and records needs no yes itself: without it there would be nobody to say it to. */
const GATE_ITSELF: Ruling = {
  purpose: 'necessary',
  service: 'Douane',
  by: 'setup',
  reason: 'setup: the gate and its recorder',
  confidence: 1,
};

/** A classifier over the services of a setup: items by name, then third-party hosts. What it knows, a person approved. */
export function setupClassifier(setup: Pick<Setup, 'services' | 'site' | 'recorder'>): Classifier {
  const siteHost = new URL(setup.site.address).hostname;
  const recorderHost = new URL(setup.recorder).hostname;
  const hosts: Record<string, Setup['services'][number]> = {};
  for (const service of setup.services) for (const host of service.hosts) hosts[host] = service;
  return (item) => {
    for (const service of setup.services) {
      const found = service.items.find(
        (known) =>
          known.kind === item.kind &&
          (known.pattern ? matchesName(known.name, item.name) : known.name === item.name) &&
          (!known.host || known.host === item.host),
      );
      if (found) return ruled(service, `setup: ${found.kind} ${found.name}`, found.description);
    }
    if (partyOf(item.host, siteHost, setup.site.ownDomains) === 'first') return null;
    if (item.host === recorderHost && item.kind === 'request') return GATE_ITSELF;
    const hosted = byHost(hosts, item.host);
    return hosted ? ruled(hosted, `setup: host ${item.host}`) : null;
  };
}

function ruled(service: Setup['services'][number], reason: string, description?: string): Ruling {
  return { purpose: service.purpose, service: service.name, description, by: 'setup', reason, confidence: 1 };
}

/** The first classifier that knows the item decides. */
export function firstOf(...classifiers: Classifier[]): Classifier {
  return (item) => {
    for (const classify of classifiers) {
      const ruling = classify(item);
      if (ruling) return ruling;
    }
    return null;
  };
}
