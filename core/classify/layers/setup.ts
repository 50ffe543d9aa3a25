import { CHOICE_COOKIE } from '../../consent/choice-cookie';
import { byHost } from '../../hold/match';
import { partyOf } from '../../observe/party';
import type { Setup } from '../../setup/types';
import { PatternIndex } from '../pattern-index';
import type { Classifier, Ruling } from '../types';

/** What asks and records needs no yes itself: without it there would be nobody to say it to. */
const GATE_ITSELF: Ruling = {
  purpose: 'necessary',
  service: 'Douane',
  by: 'setup',
  reason: 'setup: the gate and its recorder',
  confidence: 1,
};
const CHOICE: Ruling = {
  ...GATE_ITSELF,
  description: 'Remembers your choice.',
  reason: 'setup: where the gate keeps the visitor’s choice',
};

/** Knows the gate itself by where the setup says it lives, and the choice that it keeps. */
export function gateClassifier(setup: Pick<Setup, 'site' | 'recorder'>): Classifier {
  const siteHost = new URL(setup.site.address).hostname;
  const recorderHost = new URL(setup.recorder).hostname;
  return (item) => {
    if (item.kind === 'cookie' && item.name === CHOICE_COOKIE && item.party === 'first') return CHOICE;
    if (item.kind !== 'request' || item.host !== recorderHost) return null;
    return partyOf(item.host, siteHost, setup.site.ownDomains) === 'third' ? GATE_ITSELF : null;
  };
}

/** A classifier over the services of a setup: items by name, then third-party hosts. What it knows, a person approved. */
export function setupClassifier(setup: Pick<Setup, 'services' | 'site' | 'recorder'>): Classifier {
  const siteHost = new URL(setup.site.address).hostname;
  const hosts: Record<string, Setup['services'][number]> = {};
  const names = new PatternIndex<{
    service: Setup['services'][number];
    known: Setup['services'][number]['items'][number];
  }>();
  const whole = new Map<
    string,
    { service: Setup['services'][number]; known: Setup['services'][number]['items'][number] }[]
  >();
  for (const service of setup.services) {
    for (const host of service.hosts) hosts[host] = service;
    for (const known of service.items) {
      // A scanned page can name a cookie `*`; only what a person declared a pattern is one.
      if (known.pattern) names.add(known.name, { service, known });
      else whole.set(known.name, [...(whole.get(known.name) ?? []), { service, known }]);
    }
  }
  const isGate = gateClassifier(setup);
  return (item) => {
    const fits = ({ known }: { known: { kind: string; host?: string } }) =>
      known.kind === item.kind && (!known.host || known.host === item.host);
    const found = whole.get(item.name)?.find(fits) ?? names.find(item.name, fits);
    if (found) {
      const { service, known } = found;
      return ruled(service, `setup: ${known.kind} ${known.name}`, known.description);
    }
    const own = isGate(item);
    if (own) return own;
    if (partyOf(item.host, siteHost, setup.site.ownDomains) === 'first') return null;
    const hosted = byHost(hosts, item.host);
    return hosted ? ruled(hosted, `setup: host ${item.host}`) : null;
  };
}

function ruled(service: Setup['services'][number], reason: string, description?: string): Ruling {
  return { purpose: service.purpose, service: service.name, description, by: 'setup', reason, confidence: 1 };
}
