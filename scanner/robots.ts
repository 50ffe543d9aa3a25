import robotsParser from 'robots-parser';
import { type FetchOptions, fetchText } from './fetch-text';

export interface Robots {
  sitemaps: string[];
  /** Least time between two pages that the file asks for. */
  delayMs: number;
  allows(url: string): boolean;
  problem?: string;
}

/** RFC 9309 section 2.5 asks for at least 500 KiB to be read; what is beyond is not. */
const MOST_BYTES = 512 * 1024;
const NAME = 'Douane';

/** Reads `robots.txt` of a site. One that is missing allows everything; one that fails allows nothing (RFC 9309 section 2.3.1). */
export async function readRobots(site: string, options: Omit<FetchOptions, 'maxBytes'>): Promise<Robots> {
  const url = new URL('/robots.txt', site).href;
  try {
    const { status, text, cut } = await fetchText(url, { ...options, maxBytes: MOST_BYTES });
    if (status >= 500)
      return { sitemaps: [], delayMs: 0, allows: () => false, problem: `robots.txt answered ${status}` };
    if (status !== 200) return { sitemaps: [], delayMs: 0, allows: () => true };
    const robots = robotsParser(url, text);
    return {
      sitemaps: robots.getSitemaps().filter((address) => URL.canParse(address)),
      delayMs: Math.min(60, robots.getCrawlDelay(NAME) ?? 0) * 1000,
      allows: (page) => robots.isAllowed(page, NAME) ?? true,
      ...(cut && { problem: `robots.txt is larger than ${MOST_BYTES / 1024} KiB; the rest was not read` }),
    };
  } catch (cause) {
    return { sitemaps: [], delayMs: 0, allows: () => false, problem: `robots.txt: ${(cause as Error).message}` };
  }
}
