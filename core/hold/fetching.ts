/** What an attribute holds. `refresh`: a time and an address; `list`: addresses with blanks between them. */
export type AttributeKind = 'address' | 'srcset' | 'css' | 'html' | 'refresh' | 'list';

const address = (...names: string[]) => Object.fromEntries(names.map((name) => [name, 'address' as const]));
const MEDIA = address('src');
/** `href`, also as it was written before SVG 2. */
const SVG_LINK = address('href', 'xlink:href');

/**
 * Attributes by which an element has the browser ask for something without anybody's doing (HTML Standard, by element;
 * SVG 2, chapter 16), or sends something there.
 */
const BY_ELEMENT: Record<string, Record<string, AttributeKind>> = {
  script: { ...MEDIA, ...SVG_LINK },
  img: { ...MEDIA, srcset: 'srcset' },
  source: { ...MEDIA, srcset: 'srcset' },
  video: address('src', 'poster'),
  audio: MEDIA,
  track: MEDIA,
  embed: MEDIA,
  input: address('src', 'formaction'),
  button: address('formaction'),
  form: address('action'),
  iframe: { ...MEDIA, srcdoc: 'html' },
  frame: MEDIA,
  object: address('data', 'codebase', 'classid'),
  link: { ...address('href'), imagesrcset: 'srcset' },
  meta: { content: 'refresh' },
  html: address('manifest'),
  // Of SVG.
  image: { ...SVG_LINK, ...MEDIA },
  use: SVG_LINK,
  feimage: SVG_LINK,
  // What is no address among these is none that is held.
  set: address('to'),
  animate: address('from', 'to', 'by'),
};
/** On any element. */
const EVERYWHERE: Record<string, AttributeKind> = { style: 'css', background: 'address', ping: 'list' };
/** Of SVG's presentation attributes, those whose value may lead somewhere. */
const OF_SVG = ['fill', 'stroke', 'filter', 'mask', 'clip-path', 'cursor', 'marker-start', 'marker-mid', 'marker-end'];
for (const name of OF_SVG) EVERYWHERE[name] = 'css';

/** Elements that have attributes of their own by which they fetch, and attributes by which any element may. */
export const FETCHING_ELEMENTS: readonly string[] = Object.keys(BY_ELEMENT);
export const FETCHING_ATTRIBUTES: readonly string[] = Object.keys(EVERYWHERE);

/** In place of where a form is sent: without any it would be sent to its own page, over and over where it sends itself. */
export const LEADS_NOWHERE = 'javascript:;';

/** What an attribute of an element holds, if it has the browser ask for something; names in lower case. */
export const fetches = (element: string, attribute: string): AttributeKind | undefined =>
  BY_ELEMENT[element]?.[attribute] ?? EVERYWHERE[attribute];

/** Keywords of `link` that have the browser ask for something, or connect (HTML Standard, section 4.6.7). */
const FETCHED = new Set(
  'stylesheet icon apple-touch-icon apple-touch-icon-precomposed mask-icon manifest preload modulepreload prefetch preconnect dns-prefetch prerender'.split(
    ' ',
  ),
);
export const isFetchedLink = (rel: string): boolean =>
  rel
    .toLowerCase()
    .split(/\s+/)
    .some((word) => FETCHED.has(word));

/** The addresses in a `srcset` (HTML Standard, section 4.8.4.2.1). */
export function addressesOfSrcset(text: string): string[] {
  const found: string[] = [];
  for (let rest = text; ; ) {
    rest = rest.replace(/^[\s,]+/, '');
    const address = /^\S+/.exec(rest)?.[0];
    if (!address) return found;
    found.push(address.replace(/,+$/, ''));
    rest = rest.slice(address.length);
    // Unless a comma ends it, what comes up to the next one outside brackets describes it.
    if (!address.endsWith(',')) rest = rest.replace(/^(?:[^,(]|\([^)]*\)?)*/, '');
  }
}

/** Where a `refresh` leads; `undefined` where it loads the page itself again (HTML Standard, section 4.2.5.3). */
export const addressOfRefresh = (content: string): string | undefined =>
  /^\s*[\d.]+(?:\s*[;,]\s*|\s+)(?:url\s*=\s*)?(?:"([^"]*)|'([^']*)|(.+))/is
    .exec(content)
    ?.slice(1)
    .find(Boolean)
    ?.trim();
