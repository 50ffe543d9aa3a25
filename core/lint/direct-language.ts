/**
 * The language of a territory in all of whose countries the same one is likely (CLDR, likely subtags); `null` where
 * several are, and for parts of countries, which may have another one.
 */
export function directLanguage(territory: readonly string[]): string | null {
  if (territory.some((code) => code.includes('-'))) return null;
  const languages = new Set(territory.map((code) => new Intl.Locale(`und-${code}`).maximize().language));
  const [language = null, ...others] = languages;
  return others.length > 0 ? null : language;
}
