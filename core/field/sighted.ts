import { NAMES_ONE } from '../coverage/address';
import { heldAs, UNRULED_MARK } from '../hold/look-up';
import type { PlanIndex } from '../hold/types';
import type { RequestKind } from '../observe/types';

/** One third party that a real visitor's page contacted or was kept from, and that nobody has ruled. */
export interface FieldSighting {
  host: string;
  kind: RequestKind;
  /** The gate or the browser's policy kept it from being contacted. */
  held: boolean;
}

/** What a page tells: what was sighted and on what kind of page. Nothing of it is about the visitor. */
export interface FieldReport {
  page: string;
  seen: FieldSighting[];
}

/** More third parties than this that nobody has ruled are told by no one page. */
export const MOST_SIGHTED = 20;

/** By what asked (Resource Timing, `initiatorType`), by what forbade it (CSP Level 3, directives), or by the tag. */
const KINDS: Record<string, RequestKind> = {
  script: 'script',
  worker: 'script',
  img: 'image',
  image: 'image',
  link: 'style',
  style: 'style',
  font: 'font',
  iframe: 'frame',
  frame: 'frame',
  child: 'frame',
  object: 'frame',
  embed: 'frame',
  video: 'media',
  audio: 'media',
  media: 'media',
  fetch: 'fetch',
  xmlhttprequest: 'fetch',
  connect: 'fetch',
  beacon: 'beacon',
};
const kindOf = (by: string): RequestKind => KINDS[by.replace(/-src(-elem|-attr)?$/, '')] ?? 'other';

/**
 * Those of a page's sightings that are third parties nobody has ruled, each once for each kind and outcome. `page`: host
 * of the page. Addresses that are none, or of a browser's extension, are left out. A browser counts what its policy
 * stopped as asked for, too, so of an address only what was asked for more often has gone out.
 */
export function fieldSightings(
  sightings: readonly { address: string; by: string; kind: 'asked' | 'stopped' | 'waiting' }[],
  plan: PlanIndex,
  page: string,
): FieldSighting[] {
  const byAddress = new Map<string, typeof sightings>();
  for (const one of sightings) byAddress.set(one.address, [...(byAddress.get(one.address) ?? []), one]);
  const found = new Map<string, FieldSighting>();
  for (const [address, seen] of byAddress) {
    if (!URL.canParse(address)) continue;
    const url = new URL(address);
    if (heldAs(plan, url, page, () => false) !== UNRULED_MARK) continue;
    const [asked, kept] = [seen.filter(({ kind }) => kind === 'asked'), seen.filter(({ kind }) => kind !== 'asked')];
    const held = asked.length <= kept.length;
    const { by } = (held ? kept : asked)[0]!;
    const sighting = { host: url.hostname.replace(/\.$/, ''), kind: kindOf(by), held };
    found.set(Object.values(sighting).join(' '), sighting);
  }
  return [...found.values()];
}

/** What a part of an address may be to be told: the name of a section, in letters. */
const SECTION = /^[a-z][a-z_-]{0,39}$/i;
const LANGUAGE = /^[a-z]{2}(-[a-z]{2,4})?$/i;
const DEEPEST = 6;

/**
 * The kind of page that a report names: the section, and a star for each part below it. Coarser than the families of a
 * scan, which sees public pages: what stands in the address of a visitor's page may be his name.
 */
export function fieldPage(pathname: string): string {
  const parts = pathname.split('/').slice(1, DEEPEST + 1);
  const told = LANGUAGE.test(parts[0]!) ? 2 : 1;
  const isTold = (part: string, at: number) =>
    part === '' || part === '*' || (at < told && SECTION.test(part) && !NAMES_ONE.test(part));
  return `/${parts.map((part, at) => (isTold(part, at) ? part : '*')).join('/')}`;
}
