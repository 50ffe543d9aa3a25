import thirdPartyWeb from 'third-party-web/nostats-subset.js';
import { byHost } from '../hold/match';

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
