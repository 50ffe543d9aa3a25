/** A language tag by BCP 47 as far as sites use them: language, script, region, variants. `de`, `pt-BR`, `zh-Hant-TW`. */
export const LANGUAGE_TAG = /^[a-z]{2,3}(-[a-z0-9]{2,8}){0,4}$/i;

/** Languages and scripts written from right to left (Unicode, script property `Bidi_Class=R/AL`). */
const FROM_RIGHT = new Set(['ar', 'ckb', 'dv', 'fa', 'he', 'ps', 'sd', 'ug', 'ur', 'yi']);

export type Direction = 'ltr' | 'rtl';

/** Direction of writing of a language tag. `az-Arab` and `ar-EG` run from the right, `ku` and `ar-Latn` do not. */
export function directionOf(tag: string): Direction {
  const [language = '', script] = tag.toLowerCase().split('-');
  if (script && script.length === 4) return ['arab', 'hebr', 'thaa'].includes(script) ? 'rtl' : 'ltr';
  return FROM_RIGHT.has(language) ? 'rtl' : 'ltr';
}

/**
 * The best of `available` for a wanted tag, by lookup (RFC 4647 section 3.4): parts are taken from its end until one
 * fits. `de-AT` finds `de`; `de` does not find `de-AT`. Where none fits, what is likely is added and it is looked up
 * again (CLDR, likely subtags): `zh-TW` finds `zh-Hant`. Bokmål and Nynorsk find `no`. `undefined`: none fits.
 */
export function lookUpLanguage(wanted: string, available: readonly string[]): string | undefined {
  const from = (start: string) => {
    for (let tag = start.toLowerCase(); tag; tag = tag.slice(0, Math.max(0, tag.lastIndexOf('-')))) {
      const found = available.find((one) => one.toLowerCase() === tag);
      if (found) return found;
    }
    return undefined;
  };
  return from(wanted) ?? likely(wanted).map(from).find(Boolean) ?? from(wanted.replace(/^n[bn](?![a-z])/i, 'no'));
}

/** With script and region, and with region alone, where the tag is one that the browser knows. */
function likely(tag: string): string[] {
  try {
    const { baseName, language, region } = new Intl.Locale(tag).maximize();
    return [baseName, `${language}-${region}`];
  } catch {
    return []; // no tag: nothing is likely
  }
}
