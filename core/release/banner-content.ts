import { type Direction, directionOf } from '../language/index';
import type { ItemKind } from '../observe/types';
import { gateBase } from '../setup/gate-base';
import type { Setup } from '../setup/types';
import { type BannerTexts, textsFor, withFacts } from '../texts/index';
import { purposeWords } from '../texts/purposes';
import { sentenceIn } from '../texts/sentences';

/** What the banner says in one language: texts, purposes, and the services found for each. */
export interface BannerContent {
  /** Language tag (BCP 47). */
  language: string;
  direction: Direction;
  texts: BannerTexts;
  /** By regime: what is said otherwise there. */
  wording?: Record<string, Partial<BannerTexts>>;
  purposes: ShownPurpose[];
  policyUrl?: string;
  /** The policy is a page of ours, which tells whoever comes with the number of his record what he chose. */
  policyTellsChoice?: true;
}

export interface ShownPurpose {
  id: string;
  name: string;
  text: string;
  necessary: boolean;
  services: ShownService[];
}

export interface ShownService {
  id?: string;
  name: string;
  policyUrl?: string;
  provider?: string;
  /** ISO 3166-1 alpha-2. */
  country?: string;
  retention?: string;
  items: { kind?: ItemKind; name: string; lifetimeSeconds?: number | null; description?: string }[];
}

/** What a setup comes to in the banner, in one of its languages. Facts of the visit are left for the gate to put in. */
export function bannerContent(
  setup: Pick<Setup, 'site' | 'recorder' | 'banner' | 'purposes' | 'services'>,
  language: string,
): BannerContent {
  const { banner, services, site } = setup;
  const facts = { site: site.name, services: String(services.length) };
  const told = <T extends Partial<BannerTexts>>(texts: T): T =>
    Object.fromEntries(Object.entries(texts).map(([key, words]) => [key, withFacts(words, facts)])) as T;
  const said = (sentence: string | undefined) => sentence && sentenceIn(banner, language, sentence);
  const wording = Object.entries(banner.wording ?? {}).flatMap(([regime, texts]) => {
    const own = texts[language];
    return own ? [[regime, told(own)] as const] : [];
  });
  return {
    language,
    direction: directionOf(language),
    texts: told(textsFor(banner, language)),
    ...(wording.length > 0 && { wording: Object.fromEntries(wording) }),
    purposes: setup.purposes.map((purpose) => ({
      id: purpose.id,
      ...purposeWords(purpose, language),
      necessary: purpose.necessary === true,
      services: services
        .filter((service) => service.purpose === purpose.id)
        .map(({ id, name, policyUrl, provider, country, retention, items }) => ({
          id,
          name,
          policyUrl,
          provider,
          country,
          retention: said(retention),
          items: items.map((item) => ({
            kind: item.kind,
            name: item.name,
            lifetimeSeconds: item.lifetimeSeconds,
            description: said(item.description),
          })),
        })),
    })),
    ...(banner.policyUrl && { policyUrl: banner.policyUrl }),
    ...(banner.policyUrl?.startsWith(`${gateBase(setup)}/`) && { policyTellsChoice: true }),
  };
}
