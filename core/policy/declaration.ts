import { lifetimeIn } from '../language/lifetime';
import type { ItemKind } from '../observe/types';
import type { ShownService } from '../release/banner-content';
import type { Release } from '../release/release';

export const DECLARATION_FORMAT = 'douane.declaration/1';

/** What a site stores and whom it contacts, as a visitor may read it in one language. */
export interface Declaration {
  format: typeof DECLARATION_FORMAT;
  site: string;
  /** Number of the release, and the day (ISO date) as of which it was made. */
  version: number;
  on: string;
  language: string;
  purposes: DeclaredPurpose[];
}

export interface DeclaredPurpose {
  id: string;
  name: string;
  text: string;
  /** It needs no yes. */
  necessary: boolean;
  services: DeclaredService[];
}

export interface DeclaredService {
  name: string;
  provider?: string;
  /** Where the provider is, in words. */
  country?: string;
  /** How long it keeps what it has of a visitor. */
  retention?: string;
  policyUrl?: string;
  items: DeclaredItem[];
}

export interface DeclaredItem {
  kind: ItemKind;
  name: string;
  /** In words; `null`: until the browser is closed. Absent: unknown, or until it is deleted. */
  lives?: string | null;
  description?: string;
}

/** Kinds by the names of their web standards, which are the same in all languages. */
export const KIND_NAMES: Record<ItemKind, string> = {
  cookie: 'Cookie',
  'local-storage': 'Local Storage',
  'session-storage': 'Session Storage',
  'indexed-db': 'IndexedDB',
  'cache-storage': 'Cache Storage',
  'service-worker': 'Service Worker',
  request: 'HTTP',
};

/**
 * The declaration of a release: nothing in it is written by hand, so it is what the inventory was when that was published
 * (GDPR Art. 13(1)(c), (e), (f) and 13(2)(a); Directive 2002/58/EC Art. 5(3)). Throws where the release has no such language.
 */
export function declarationOf({ number, compiledOn, setup, contents }: Release, language: string): Declaration {
  const content = contents[language];
  if (!content) throw new Error(`release ${number} does not speak ${language}`);
  return {
    format: DECLARATION_FORMAT,
    site: setup.site.name,
    version: number,
    on: compiledOn,
    language,
    purposes: content.purposes.map(({ id, name, text, necessary, services }) => ({
      ...{ id, name, text, necessary },
      services: services.map((service) => declared(service, language)),
    })),
  };
}

function declared(
  { name, provider, country, retention, policyUrl, items }: ShownService,
  language: string,
): DeclaredService {
  return {
    name,
    ...(provider && { provider }),
    ...(country && { country: new Intl.DisplayNames(language, { type: 'region' }).of(country) ?? country }),
    ...(retention && { retention }),
    ...(policyUrl && { policyUrl }),
    items: items.map(({ kind = 'cookie', name: called, lifetimeSeconds, description }) => ({
      kind,
      name: called,
      ...(lifetimeSeconds !== undefined && {
        lives: lifetimeSeconds === null ? null : lifetimeIn(lifetimeSeconds, language),
      }),
      ...(description && { description }),
    })),
  };
}
