import thirdPartyWeb from 'third-party-web/nostats-subset.js';
import { byHost } from '../../hold/match';
import type { Classifier, Ruling } from '../types';

/** Purpose by category of `third-party-web`. `tag-manager`, `hosting`, `other` and the like say nothing of purpose. */
const PURPOSE_OF_CATEGORY: Record<string, string> = {
  ad: 'advertising',
  marketing: 'advertising',
  analytics: 'measurement',
  social: 'embedded',
  video: 'embedded',
  content: 'embedded',
  'customer-success': 'functional',
  cdn: 'functional',
};

/** Products for asking visitors are left out: what they do on a page is the site's own business, not a tracker's. */
const LEFT_OUT = 'consent-provider';

export interface Entity {
  name: string;
  homepage?: string;
  category: string;
  /** `null`: the category does not tell. */
  purpose: string | null;
}

let index: Record<string, Entity> | undefined;

/** The known owner of a host by the open `third-party-web` data; `null` where it is not known or was left out. */
export function entityOfHost(host: string): Entity | null {
  index ??= buildIndex();
  return byHost(index, host) ?? null;
}

function buildIndex(): Record<string, Entity> {
  const hosts: Record<string, Entity> = {};
  for (const { name, homepage, category, domains } of thirdPartyWeb.entities) {
    if (category === LEFT_OUT) continue;
    const entity = { name, homepage, category, purpose: PURPOSE_OF_CATEGORY[category] ?? null };
    for (const domain of domains) hosts[domain.replace(/^\*\./, '')] = entity;
  }
  return hosts;
}

/** A classifier over the open data on hosts: says nothing where the category does not tell a purpose. */
export function entityClassifier(): Classifier {
  const found = new Map<string, Ruling | null>();
  return ({ host, party }) => {
    if (party === 'first') return null;
    // Hosts come again and again, so each is looked up once.
    let ruling = found.get(host);
    if (ruling === undefined) {
      ruling = rulingFor(host);
      found.set(host, ruling);
    }
    return ruling;
  };
}

function rulingFor(host: string): Ruling | null {
  const entity = entityOfHost(host);
  if (!entity?.purpose) return null;
  return {
    purpose: entity.purpose,
    service: entity.name,
    ...(entity.homepage && { policyUrl: entity.homepage }),
    by: 'catalogue',
    because: { code: 'owner-of-host', host, owner: entity.name, category: entity.category },
    confidence: 0.7,
  };
}
