/** How policies are called in addresses, by the languages that the texts ship in; the beginnings of words. */
const NAMES = [
  'privacy',
  'cookie',
  'datenschutz',
  'confidentialite',
  'privacidad',
  'privacidade',
  'integritet',
  'personvern',
  'privatliv',
  'tietosuoja',
  'prywatnosc',
  'soukromi',
  'sukromie',
  'adatvedelem',
  'gdpr',
  'gizlilik',
  'persoonsgegevens',
  'privacybeleid',
  'zasebnost',
  'privatnost',
  'privatumas',
  'privatums',
  'privaatsus',
  'konfidencialitate',
  'personuvernd',
];

/**
 * Which of a site's pages is most likely its privacy policy, by its address: the shortest one that is called so; `null`:
 * none is. To be shown to somebody before it is used.
 */
export function policyPageOf(addresses: readonly string[]): string | null {
  const called = addresses.filter((address) => {
    const { pathname } = new URL(address);
    const words = decodeURIComponent(pathname)
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .split(/[^\p{L}]+/u);
    return words.some((word) => NAMES.some((name) => word.startsWith(name)));
  });
  return called.sort((a, b) => a.length - b.length)[0] ?? null;
}
