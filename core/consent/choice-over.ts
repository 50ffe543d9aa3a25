import { getDomain } from 'tldts';

/** Over what a visitor's choice is one: each address by itself, all hosts of a domain, or all addresses of the site. */
export const CHOICE_OVER = ['address', 'domain', 'all'] as const;
export type ChoiceOver = (typeof CHOICE_OVER)[number];

interface Addresses {
  addresses: readonly string[];
  staging: readonly string[];
  choiceOver?: ChoiceOver;
}

/**
 * The domains whose hosts share the cookie that keeps the choice: of each address of the site the part that one owner has
 * registered. None where each address has its own, and none of a host that is no part of a domain.
 */
export function choiceDomains({ addresses, staging, choiceOver = 'address' }: Addresses): string[] {
  if (choiceOver === 'address') return [];
  const domains = [...addresses, ...staging].map((url) =>
    getDomain(new URL(url).hostname, { allowPrivateDomains: true }),
  );
  return [...new Set(domains.filter((domain) => domain !== null))];
}
