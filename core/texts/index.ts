import { lookUpLanguage } from '../language/index';
import type { BannerTexts, ShippedLanguage } from './keys';
import { SHIPPED } from './shipped';

export { BANNER_TEXTS, type BannerTextKey, type BannerTexts, FACTS, RICH_TEXTS, unknownFacts, withFacts } from './keys';

export const LANGUAGES_SHIPPED: readonly string[] = Object.keys(SHIPPED);

/** What ships for a language or the nearest it is a kind of; `null` where there is nothing. */
export function shippedLanguage(tag: string): ShippedLanguage | null {
  const found = lookUpLanguage(tag, LANGUAGES_SHIPPED);
  return found === undefined ? null : SHIPPED[found]!;
}

/** The texts that ship for a language or the nearest it is a kind of; `null` where there are none. */
export const shippedTexts = (tag: string): BannerTexts | null => shippedLanguage(tag)?.texts ?? null;

type OwnTexts = Readonly<Record<string, Partial<BannerTexts> | undefined>>;

/**
 * What visitors read in a language: the site's own words over those that ship; over English where none do. A regional
 * language has what its parent says (`de-AT` what `de` says).
 */
export function textsFor({ texts }: { texts: OwnTexts }, tag: string): BannerTexts {
  const near = lookUpLanguage(tag, Object.keys(texts));
  return { ...(shippedTexts(tag) ?? SHIPPED.en!.texts), ...(near && texts[near]) };
}
