import type { BannerTexts } from '../texts/index';
import { type DeclaredPurpose, type DeclaredService, KIND_NAMES } from './declaration';
import { type Element, element, type Part } from './tree';

/** The banner's words around an inventory, which ship in every language of the banner. */
export type InventoryWords = Pick<
  BannerTexts,
  'always' | 'provider' | 'country' | 'retention' | 'lifetime' | 'session' | 'policyOf'
>;

/** Purposes that a visitor is told of: those that something is used for, and always the necessary. */
export const shownPurposes = (purposes: readonly DeclaredPurpose[]): DeclaredPurpose[] =>
  purposes.filter(({ necessary, services }) => necessary || services.length > 0);

/** Each purpose with its services and what they store. */
export const inventoryParts = (purposes: readonly DeclaredPurpose[], words: InventoryWords): Element[] =>
  shownPurposes(purposes).map(({ id, name, text, necessary, services }) =>
    element(
      'section',
      [
        element('h2', name),
        element('p', necessary ? [text, ' ', element('strong', words.always)] : text),
        ...services.map((service) => ofService(service, words)),
      ],
      { id: `purpose-${id}` },
    ),
  );

/** A service with what is known of who provides it; nothing of what it stores. */
export function serviceFacts(
  { provider, country, retention, policyUrl }: DeclaredService,
  words: InventoryWords,
): Element[] {
  const facts: [string, Part | undefined][] = [
    [words.provider, provider],
    [words.country, country],
    [words.retention, retention],
    [words.policyOf, policyUrl && element('a', policyUrl, { href: policyUrl, rel: 'noopener' })],
  ];
  const known = facts.flatMap(([term, fact]) => (fact ? [element('dt', term), element('dd', fact)] : []));
  return known.length > 0 ? [element('dl', known)] : [];
}

function ofService(service: DeclaredService, words: InventoryWords): Element {
  const { name, items } = service;
  const listed = items.map(({ kind, name: called, lives, description }) => {
    const lifetime = lives === undefined ? '' : `, ${words.lifetime}: ${lives ?? words.session}`;
    return element('li', [
      element('code', called),
      ` ${KIND_NAMES[kind]}${lifetime}`,
      ...(description ? [element('p', description)] : []),
    ]);
  });
  return element('section', [
    element('h3', name),
    ...serviceFacts(service, words),
    ...(listed.length > 0 ? [element('ul', listed)] : []),
  ]);
}
