import { CHOICE_COOKIE, HOST_CHOICE_COOKIE } from '../../consent/choice-cookie';
import { HISTORY_KEY } from '../../consent/choice-history';
import { holdPlan, indexPlan, purposeOf } from '../../hold/index';
import { partyOf } from '../../observe/party';
import { gateBase } from '../../setup/gate-base';
import type { Setup } from '../../setup/types';
import type { Because } from '../because';
import { PatternIndex } from '../pattern-index';
import type { Classifiable, Classifier, Ruling } from '../types';

/** Begins every key that the gate keeps in a page's storage. */
const OWN_KEYS = 'douane.';

/** What asks and records needs no yes itself: without it there would be nobody to say it to. */
const GATE_ITSELF: Ruling = {
  purpose: 'necessary',
  service: 'Douane',
  by: 'setup',
  because: { code: 'gate', part: 'itself' },
  confidence: 1,
};
const CHOICE: Ruling = {
  ...GATE_ITSELF,
  description: 'Remembers your choice.',
  because: { code: 'gate', part: 'choice' },
};
const KEY: Ruling = {
  ...GATE_ITSELF,
  description: 'Helps to ask you only once.',
  because: { code: 'gate', part: 'key' },
};

const HISTORY: Ruling = {
  ...GATE_ITSELF,
  description: 'Shows you what you chose before.',
  because: { code: 'gate', part: 'key' },
};

/** Knows the gate itself by where the setup says it lives, and what it keeps. */
export function gateClassifier(setup: Pick<Setup, 'site' | 'recorder'>): Classifier {
  const siteHost = new URL(setup.site.address).hostname;
  const recorder = new URL(setup.recorder);
  const gate = `${gateBase(setup)}/`;
  return ({ kind, name, host, party, url }) => {
    if (kind === 'cookie') {
      const isChoice = name === CHOICE_COOKIE || name === HOST_CHOICE_COOKIE;
      // The recorder's host keeps it where all addresses of a site share it.
      return isChoice && (party === 'first' || host === recorder.hostname) ? CHOICE : null;
    }
    if (party === 'first') {
      if (!/^(local|session)-storage$/.test(kind) || !name.startsWith(OWN_KEYS)) return null;
      return name === HISTORY_KEY ? HISTORY : KEY;
    }
    if (kind !== 'request' || host !== recorder.hostname) return null;
    // A host may serve the gate and other things; where the address is known, it tells.
    if (url && new URL(url).host === recorder.host && !url.startsWith(gate)) return null;
    return partyOf(host, siteHost, setup.site.ownDomains) === 'third' ? GATE_ITSELF : null;
  };
}

type Service = Setup['services'][number];
interface Known {
  service: Service;
  known: Service['items'][number];
}

/**
 * A classifier over the services of a setup: items by name, then third-party hosts by the hold plan. What it knows, a
 * person approved.
 */
export function setupClassifier(setup: Pick<Setup, 'services' | 'site' | 'recorder' | 'holding'>): Classifier {
  const siteHost = new URL(setup.site.address).hostname;
  const plan = holdPlan(setup);
  const index = indexPlan(plan);
  const names = new PatternIndex<Known>();
  const whole = new Map<string, Known[]>();
  for (const service of setup.services) {
    for (const known of service.items) {
      // A scanned page can name a cookie `*`; only what a person declared a pattern is one.
      if (known.pattern) names.add(known.name, { service, known });
      else whole.set(known.name, [...(whole.get(known.name) ?? []), { service, known }]);
    }
  }
  const isGate = gateClassifier(setup);
  return (item) => {
    const fits = ({ known }: Known) => known.kind === item.kind && (!known.host || known.host === item.host);
    const found = whole.get(item.name)?.find(fits) ?? names.find(item.name, fits);
    if (found) {
      const { service, known } = found;
      return ruled(service, { code: 'setup-item', kind: known.kind, name: known.name }, known.description);
    }
    const own = isGate(item);
    if (own) return own;
    if (partyOf(item.host, siteHost, setup.site.ownDomains) === 'first') return null;
    const purpose = purposeOf(index, addressOf(item));
    const rule = plan.rules.find(
      ({ match, purpose: its }) => its === purpose && !('kind' in match) && isBelow(item.host, match.host),
    );
    const service = rule && setup.services.find(({ name, purpose: its }) => name === rule.service && its === purpose);
    return service ? ruled(service, { code: 'setup-host', host: item.host }) : null;
  };
}

const isBelow = (host: string, domain: string) => host === domain || host.endsWith(`.${domain}`);

/** Where an item was seen at work; of one without an address only the host is known. */
function addressOf({ host, url, kind }: Classifiable): { hostname: string; pathname: string } {
  if (kind === 'request' && url && URL.canParse(url)) {
    const { hostname, pathname } = new URL(url);
    if (hostname === host) return { hostname, pathname };
  }
  return { hostname: host, pathname: '/' };
}

function ruled(service: Service, because: Because, description?: string): Ruling {
  return { purpose: service.purpose, service: service.name, description, by: 'setup', because, confidence: 1 };
}
