import { byHost } from '../../hold/match';
import { PatternIndex } from '../pattern-index';
import type { CatalogueEntry, Classifiable, Classifier, Ruling } from '../types';

/**
 * A classifier over catalogue entries: names before hosts, whole names before patterns, and of patterns the one with
 * more written characters. A name says what a third-party host may not: the host rules only what is not of the first party.
 */
export function catalogueClassifier(entries: readonly CatalogueEntry[], label = 'catalogue'): Classifier {
  const names = new PatternIndex<CatalogueEntry>();
  const hosts: Record<string, CatalogueEntry> = {};
  const named = entries.filter((entry) => entry.name !== undefined);
  // An entry that also asks for a host says more than one that does not.
  named.sort((a, b) => Number(!!b.host) - Number(!!a.host) || literal(b) - literal(a));
  for (const entry of named) names.add(entry.name!, entry);
  for (const entry of entries) if (entry.name === undefined) hosts[entry.host!] ??= entry;

  return (item) => {
    if (item.kind !== 'request') {
      const entry = names.find(item.name, (one) => fits(one, item));
      if (entry) return fromEntry(entry, `${label}: ${item.kind} named ${entry.name}${ofHost(entry)}`);
    }
    if (item.party === 'first') return null;
    const entry = byHost(hosts, item.host);
    return entry && fits(entry, item) ? fromEntry(entry, `${label}: host ${entry.host}`) : null;
  };
}

const literal = (entry: CatalogueEntry) => entry.name!.replaceAll('*', '').length;
const ofHost = (entry: CatalogueEntry) => (entry.host ? ` of ${entry.host}` : '');

function fits(entry: CatalogueEntry, { kind, host }: Classifiable): boolean {
  if (entry.kinds && !entry.kinds.includes(kind)) return false;
  return !entry.host || host === entry.host || host.endsWith(`.${entry.host}`);
}

function fromEntry(entry: CatalogueEntry, reason: string): Ruling {
  const { purpose, service, description, policyUrl } = entry;
  return {
    purpose,
    service,
    ...(description && { description }),
    ...(policyUrl && { policyUrl }),
    by: 'catalogue',
    reason,
    confidence: 0.9,
  };
}
