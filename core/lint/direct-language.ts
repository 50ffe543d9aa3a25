/**
 * The language of a territory of one country (CLDR, likely subtags); `null` where there are several countries or only a
 * part of one.
 */
export function directLanguage(territory: readonly string[]): string | null {
  const [country, ...others] = territory;
  if (!country || others.length > 0 || country.includes('-')) return null;
  return new Intl.Locale(`und-${country}`).maximize().language;
}
