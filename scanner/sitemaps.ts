import { setImmediate } from 'node:timers/promises';
import sax from 'sax';
import { type FetchOptions, fetchText } from './fetch-text';

/** Limits of the sitemap protocol (sitemaps.org): 50 MB unpacked and 50,000 addresses in each file. */
const MOST_BYTES = 50_000_000;
const MOST_ADDRESSES = 50_000;
/** Ours: elements in one file, many more than such entries need. */
const MOST_ELEMENTS = 20 * MOST_ADDRESSES;
/** Ours: files read, and bytes read in all of them, so that an index of indexes ends. */
const MOST_FILES = 50;
const MOST_BYTES_IN_ALL = 150_000_000;
const DEEPEST = 3;

export interface SitemapResult {
  /** Addresses of pages, each once. */
  pages: string[];
  files: number;
  problems: { page: string; what: string }[];
}

type Fetching = Omit<FetchOptions, 'maxBytes'>;

/**
 * Reads sitemaps and the sitemaps they name, within the limits; what is wrong with one is listed and ends only that one.
 * Nobody promised one at the usual place, so where it is missing or something else nothing is told.
 */
export async function readSitemaps(named: readonly string[], usual: string, options: Fetching): Promise<SitemapResult> {
  const addresses = [...new Set([...named, usual])];
  const pages = new Set<string>();
  const problems: SitemapResult['problems'] = [];
  const waiting = addresses.map((url) => ({ url, depth: 0 }));
  const seen = new Set(addresses);
  let files = 0;
  let bytesLeft = MOST_BYTES_IN_ALL;
  for (let next = waiting.shift(); next && !options.signal?.aborted; next = waiting.shift()) {
    const { url, depth } = next;
    const trouble = (what: string) => problems.push({ page: url, what: `sitemap: ${what}` });
    if (files >= MOST_FILES) {
      trouble(`more than ${MOST_FILES} sitemaps; the rest was not read`);
      break;
    }
    files += 1;
    try {
      const { status, text, cut } = await fetchText(url, { ...options, maxBytes: Math.min(MOST_BYTES, bytesLeft) });
      bytesLeft -= text.length;
      if (status !== 200) {
        if (url !== usual || named.includes(url)) trouble(`answered ${status}`);
        continue;
      }
      if (cut) trouble(`larger than ${Math.round(MOST_BYTES / 1e6)} MB; the rest was not read`);
      const found = await parseSitemap(text);
      const empty = found.pages.length === 0 && found.sitemaps.length === 0;
      if (empty && url === usual && !named.includes(url)) {
        files -= 1;
        continue;
      }
      if (found.why && !cut) trouble(found.why);
      for (const page of found.pages) {
        if (pages.size >= MOST_ADDRESSES) break;
        pages.add(page);
      }
      if (found.full) trouble(`more than ${MOST_ADDRESSES} entries, or far more elements; the rest was not read`);
      if (found.sitemaps.length > 0 && depth + 1 > DEEPEST) trouble('sitemaps inside sitemaps too deep; not read');
      else {
        for (const inner of found.sitemaps) {
          if (seen.has(inner) || !URL.canParse(inner)) continue;
          seen.add(inner);
          waiting.push({ url: inner, depth: depth + 1 });
        }
      }
    } catch (cause) {
      trouble((cause as Error).message);
    }
    if (bytesLeft <= 0) {
      trouble(`more than ${MOST_BYTES_IN_ALL / 1e6} MB of sitemaps; the rest was not read`);
      break;
    }
  }
  return { pages: [...pages], files, problems };
}

interface ParsedSitemap {
  pages: string[];
  sitemaps: string[];
  /** There were more entries than the protocol allows; reading ended there. */
  full: boolean;
  why?: string;
}

/**
 * Addresses in the text of a sitemap or an index of sitemaps. Entities are not expanded, so nothing can grow. Gives way
 * to other work now and then, since a large file takes seconds.
 */
async function parseSitemap(text: string): Promise<ParsedSitemap> {
  const result: ParsedSitemap = { pages: [], sitemaps: [], full: false };
  if (!text.trimStart().startsWith('<')) {
    // The protocol knows plain lists, too.
    const lines = text.split(/\r?\n/).filter((line) => /^https?:\/\//.test(line) && URL.canParse(line));
    result.pages = lines.slice(0, MOST_ADDRESSES);
    result.full = lines.length > MOST_ADDRESSES;
    if (lines.length === 0) result.why = 'is no sitemap';
    return result;
  }
  const parser = sax.parser(true, { trim: true });
  let within = '';
  let entries = 0;
  let elements = 0;
  const path: string[] = [];
  parser.onopentag = ({ name }) => {
    elements += 1;
    path.push(name.replace(/^.*:/, '').toLowerCase());
    within = '';
  };
  parser.ontext = (piece) => {
    if (within.length < 4000) within += piece;
  };
  parser.oncdata = parser.ontext;
  parser.onclosetag = () => {
    const name = path.pop();
    const parent = path.at(-1);
    if (name === 'url' || name === 'sitemap') entries += 1;
    if (name === 'loc' && URL.canParse(within) && entries < MOST_ADDRESSES) {
      if (parent === 'url') result.pages.push(within);
      if (parent === 'sitemap') result.sitemaps.push(within);
    }
    within = '';
  };
  parser.onerror = (error) => {
    result.why = `is not well-formed: ${error.message.split('\n')[0]}`;
  };
  try {
    for (let at = 0; at < text.length && !result.full; at += 65_536) {
      parser.write(text.slice(at, at + 65_536));
      result.full = entries > MOST_ADDRESSES || elements > MOST_ELEMENTS;
      await setImmediate();
    }
    if (!result.full) parser.close();
  } catch {
    // Told by onerror; what came before the fault stands.
  }
  return result;
}
