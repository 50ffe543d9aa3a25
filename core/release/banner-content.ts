import { type Direction, directionOf } from '../language/index';
import { textsFor } from '../setup/texts';
import type { BannerTexts, Purpose, Setup } from '../setup/types';

/** What the banner says in one language: texts, purposes, and the services found for each. */
export interface BannerContent {
  /** Language tag (BCP 47). */
  language: string;
  direction: Direction;
  texts: BannerTexts;
  purposes: {
    id: string;
    name: string;
    text: string;
    necessary: boolean;
    services: {
      name: string;
      policyUrl?: string;
      items: { name: string; lifetimeSeconds?: number | null; description?: string }[];
    }[];
  }[];
  policyUrl?: string;
}

/** What a setup comes to in the banner, in one of its languages. */
export function bannerContent(setup: Pick<Setup, 'banner' | 'purposes' | 'services'>, language: string): BannerContent {
  return {
    language,
    direction: directionOf(language),
    texts: textsFor(setup.banner, language),
    purposes: setup.purposes.map((purpose) => ({
      id: purpose.id,
      ...wordsOf(purpose, language),
      necessary: purpose.necessary === true,
      services: setup.services
        .filter((service) => service.purpose === purpose.id)
        .map(({ name, policyUrl, items }) => ({
          name,
          ...(policyUrl && { policyUrl }),
          items: items.map((item) => ({
            name: item.name,
            lifetimeSeconds: item.lifetimeSeconds,
            description: item.description,
          })),
        })),
    })),
    ...(setup.banner.policyUrl && { policyUrl: setup.banner.policyUrl }),
  };
}

function wordsOf(purpose: Purpose, language: string): { name: string; text: string } {
  const { name, text } = purpose.translations?.[language] ?? purpose;
  return { name, text };
}
