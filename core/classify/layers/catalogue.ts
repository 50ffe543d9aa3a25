import { byHost } from '../../hold/match';
import type { ItemKind } from '../../observe/types';
import type { CatalogueOrigin } from '../because';
import type { AboutService, CatalogueEntry } from '../catalogue-format';
import { PatternIndex } from '../pattern-index';
import { isPlainName } from '../plain-name';
import type { Classifiable, Classifier, Ruling } from '../types';

/**
 * A classifier over catalogue entries: names before hosts, whole names before patterns, and of patterns the one with
 * more written characters. A name says what a third-party host may not: the host rules only what is not of the first party. What an
 * entry says that depends on how a thing is used is given with `depends`, and is no ruling; nor is what the shipped one
 * says of a name that could be anybody's, unless the site's own server set it.
 */
export function catalogueClassifier(entries: readonly CatalogueEntry[], of: CatalogueOrigin = 'shipped'): Classifier {
  const names = new PatternIndex<CatalogueEntry>();
  const hosts: Record<string, CatalogueEntry> = {};
  const named = entries.filter((entry) => entry.name !== undefined);
  // An entry that also asks for a host says more than one that does not.
  named.sort((a, b) => Number(!!b.host) - Number(!!a.host) || literal(b) - literal(a));
  for (const entry of named) names.add(entry.name!, entry);
  for (const entry of entries) if (entry.name === undefined) hosts[entry.host!] ??= entry;

  const hostEntries = new Map<string, CatalogueEntry | undefined>();
  const ofHost = (host: string) => {
    // Hosts come again and again, so each is looked up once.
    let entry = hostEntries.get(host);
    if (entry === undefined && !hostEntries.has(host)) {
      entry = byHost(hosts, host);
      hostEntries.set(host, entry);
    }
    return entry;
  };
  // An entry says the same of everything it fits, but for the kind in its reason; each is made once.
  const made = new Map<CatalogueEntry, Partial<Record<ItemKind, Ruling>>>();
  const rulingOf = (entry: CatalogueEntry, kind: ItemKind): Ruling => {
    let byKind = made.get(entry);
    if (!byKind) {
      byKind = {};
      made.set(entry, byKind);
    }
    byKind[kind] ??= fromEntry(entry, of, kind);
    return byKind[kind];
  };

  const plain = new Map<CatalogueEntry, CatalogueEntry>();
  for (const entry of of === 'shipped' ? named : []) {
    if (!entry.host && !entry.depends && isPlainName(entry.name!)) plain.set(entry, { ...entry, depends: NOT_BY_NAME });
  }

  return (item) => {
    if (item.kind !== 'request') {
      const entry = names.find(item.name, (one) => fits(one, item));
      // What a server sets is by the names of its framework; a script keeps what it likes.
      const byServer = item.party === 'first' && item.setBy === 'http';
      if (entry) return rulingOf((!byServer && plain.get(entry)) || entry, item.kind);
    }
    if (item.party === 'first') return null;
    const entry = ofHost(item.host);
    return entry && fits(entry, item) ? rulingOf(entry, item.kind) : null;
  };
}

/** What a catalogue says of each service as a whole, by its name: of one that serves several purposes nothing. */
export function catalogueServices(services: readonly AboutService[]): ReadonlyMap<string, Ruling> {
  const known = new Map<string, Ruling>();
  const torn = new Set<string>();
  for (const one of services) {
    const before = known.get(one.service);
    if (before && before.purpose !== one.purpose) torn.add(one.service);
    const { service, purpose, description, policyUrl, depends } = one;
    if (!before)
      known.set(service, fromEntry({ service, purpose, description, policyUrl, depends }, 'shipped', 'request'));
  }
  for (const service of torn) known.delete(service);
  return known;
}

/** Why a plain name does not rule. */
const NOT_BY_NAME = 'a script of anybody could use that name';

const literal = (entry: CatalogueEntry) => entry.name!.replaceAll('*', '').length;

function fits(entry: CatalogueEntry, { kind, host }: Classifiable): boolean {
  if (entry.kinds && !entry.kinds.includes(kind)) return false;
  return !entry.host || host === entry.host || host.endsWith(`.${entry.host}`);
}

function fromEntry(entry: CatalogueEntry, of: CatalogueOrigin, kind: ItemKind): Ruling {
  const { name, host, purpose, service, description, policyUrl, depends, lifetimeSeconds: lives } = entry;
  return {
    purpose,
    service,
    ...(description && { description }),
    ...(policyUrl && { policyUrl }),
    by: 'catalogue',
    because: {
      code: 'catalogue',
      of,
      ...(name !== undefined && { kind, name }),
      ...(host !== undefined && { host }),
      ...(lives !== undefined && { lives }),
      ...(depends && { depends }),
    },
    confidence: depends ? 0.6 : 0.9,
    ...(depends && { depends }),
  };
}
