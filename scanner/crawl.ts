import { type Classifier, firstOf, type Ruling } from '@douane/core/classify';
import { foldObservations, type Item, type Observation } from '@douane/core/observe';
import type { SignIn } from '@douane/core/setup';
import { launchBrowser, type Resolve } from './browser';
import { isPageOf, linksOf } from './find-pages';
import { assertTarget } from './guard';
import type { HarEntry } from './har';
import { signIn } from './sign-in';
import { SilentHosts, Visitor, type VisitorOptions } from './visitor';

export interface ScanOptions {
  /** Most pages to visit. */
  pages?: number;
  /** Whether an address of the site is to be visited. */
  wanted?: (url: string) => boolean;
  allowPrivate?: boolean;
  resolve?: Resolve[];
  ownDomains?: readonly string[];
  classify?: Classifier;
  /** Pages visited side by side. */
  parallel?: number;
  loadTimeoutMs?: number;
  /** Recipe for pages behind a login. */
  signIn?: SignIn;
  /** Called with the requests of each page, for a HAR. */
  onHar?: (entries: HarEntry[]) => void;
  signal?: AbortSignal;
  /** Called after each page. */
  onProgress?: (progress: ScanProgress) => void;
}

export interface ScanProgress {
  done: number;
  waiting: number;
  items: number;
  current: string[];
}

export interface ScannedPage {
  url: string;
  status: number | null;
  seconds: number;
  outcome: 'ok' | 'failed' | 'timed-out' | 'skipped';
  why?: string;
}

export interface ScannedItem extends Item {
  service?: string;
  purpose: string | null;
  ruling?: Pick<Ruling, 'by' | 'reason' | 'confidence'>;
}

/** Format `douane.scan/1`. */
export interface ScanReport {
  format: 'douane.scan/1';
  startedAt: string;
  seconds: number;
  target: string;
  browser: string;
  cancelled?: boolean;
  pages: ScannedPage[];
  items: ScannedItem[];
  problems: { page: string; what: string }[];
}

/**
 * Walks a site breadth first from `target`, following links to the same host, each page as a new visitor in its own
 * isolated context. Pages that fail are listed as such and the scan goes on; cancelling keeps what is there.
 */
export async function scanSite(target: string, options: ScanOptions = {}): Promise<ScanReport> {
  const { pages: most = 50, allowPrivate = false, resolve = [], parallel = 8, signal } = options;
  const start = await assertTarget(
    target,
    allowPrivate,
    resolve.map((r) => r.host),
  );
  const started = Date.now();
  const running = await launchBrowser({ allowPrivate, resolve });
  const pages: ScannedPage[] = [];
  const problems: ScanReport['problems'] = [];
  const observations: Observation[] = [];
  const known = new Set<string>([start.href.split('#')[0]!]);
  const waiting: string[] = [start.href];
  const current = new Set<string>();
  let host = start.host;
  let taken = 0;
  const silentHosts = new SilentHosts();
  let storageState: VisitorOptions['storageState'];

  const tell = () => {
    const items = foldObservations(observations).length;
    options.onProgress?.({
      done: pages.length,
      waiting: Math.min(waiting.length, most - taken),
      items,
      current: [...current],
    });
  };

  /** Visits one page; says whether the visitor can go on to another. */
  async function visitOne(visitor: Visitor, url: string): Promise<boolean> {
    const begin = Date.now();
    try {
      const result = await visitor.goto(url, signal);
      const { status } = result;
      const page: ScannedPage = { url, status, seconds: 0, outcome: result.outcome };
      if (result.outcome !== 'ok') page.why = result.why;
      else {
        const final = new URL(result.finalUrl);
        if (pages.length === 0 && taken === 1) host = final.host; // example.org often leads to www.example.org
        if (final.host !== host)
          Object.assign(page, { outcome: 'skipped', why: `leads to another site: ${final.host}` });
        else if (!/html/.test(result.contentType)) {
          Object.assign(page, { outcome: 'skipped', why: `is ${result.contentType || 'of no type'}, not a page` });
        } else for (const link of await linksOf(visitor)) follow(link);
      }
      await visitor.leave();
      if (page.outcome !== 'skipped') observations.push(...visitor.observations(url));
      options.onHar?.(visitor.har(url));
      page.seconds = (Date.now() - begin) / 1000;
      pages.push(page);
      // One who is signed in cannot be made new by clearing; a new one begins signed in.
      if (page.outcome !== 'ok' || visitor.broken || storageState) return false;
    } finally {
      for (const what of visitor.problems) problems.push({ page: url, what });
    }
    await visitor.startAfresh();
    return true;
  }

  function follow(link: string): void {
    if (known.size >= most * 20 || !isPageOf(link, `http://${host}`)) return;
    if (known.has(link) || options.wanted?.(link) === false) return;
    known.add(link);
    waiting.push(link);
  }

  async function signInOnce(recipe: SignIn): Promise<void> {
    const visitor = await Visitor.open(running.browser, options);
    try {
      await signIn(visitor, recipe);
      storageState = await visitor.context.storageState();
      observations.push(...visitor.observations());
    } finally {
      await visitor.close();
    }
  }

  try {
    if (options.signIn) await signInOnce(options.signIn);
    // A lane keeps its visitor, since a new one costs a browser process; after trouble it takes a new one.
    const lane = async () => {
      let visitor: Visitor | null = null;
      while (!signal?.aborted && taken < most) {
        const url = waiting.shift();
        if (!url) {
          if (current.size === 0) break;
          await new Promise((done) => setTimeout(done, 25));
          continue;
        }
        taken += 1;
        current.add(url);
        let fit = false;
        try {
          visitor ??= await Visitor.open(running.browser, { ...options, storageState, silentHosts });
          fit = await visitOne(visitor, url);
        } catch (cause) {
          // The browser itself failed on this page; the scan goes on without it.
          pages.push({
            url,
            status: null,
            seconds: 0,
            outcome: 'failed',
            why: String((cause as Error).message).split('\n')[0],
          });
        }
        if (!fit) {
          await visitor?.close();
          visitor = null;
        }
        current.delete(url);
        tell();
      }
      await visitor?.close();
    };
    await Promise.all(Array.from({ length: parallel }, lane));
  } finally {
    await running.close();
  }
  const classify = options.classify ?? firstOf();
  return {
    format: 'douane.scan/1',
    startedAt: new Date(started).toISOString(),
    seconds: (Date.now() - started) / 1000,
    target,
    browser: `Chromium ${running.version}`,
    ...(signal?.aborted && { cancelled: true }),
    pages,
    items: foldObservations(observations).map((item) => withRuling(item, classify(item))),
    problems,
  };
}

function withRuling(item: Item, ruling: Ruling | null): ScannedItem {
  if (!ruling) return { ...item, purpose: null };
  const { by, reason, confidence, service, purpose } = ruling;
  return { ...item, service, purpose, ruling: { by, reason, confidence } };
}
