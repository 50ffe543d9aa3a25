import { z } from 'zod';
import { launchBrowser } from './browser';
import { findPages } from './find-pages';
import { assertTarget } from './guard';
import { Visitor } from './visitor';

/** How a page carries the gate. `other-key`: a gate of another site. `not-blocking`: async or defer lets tags run ahead. */
export type GatePlace = 'first' | 'late' | 'missing' | 'other-key' | 'not-blocking' | 'failed';

export interface LookedPage {
  url: string;
  state: GatePlace;
  why?: string;
  /** Tags that stand above the gate in the markup. */
  before: string[];
}

export interface LookReport {
  format: 'douane.look/1';
  seconds: number;
  pages: LookedPage[];
  /** Where a page has to lead back to the choice, since no button does: whether it does. */
  wayBack?: { url: string; there: boolean; why?: string };
}

export interface LookOptions {
  snippetSrc: string;
  most?: number;
  /** Page on which something has to lead back to the choice. */
  wayBack?: string;
  allowPrivate?: boolean;
  signal?: AbortSignal;
  onProgress?: (progress: { done: number; of: number }) => void;
}

/**
 * Looks at the markup as the server sends it, not at the page as scripts left it: a tag manager may well insert its tags
 * above the gate once it was let through.
 */
export async function lookForGate(target: string, options: LookOptions): Promise<LookReport> {
  const { snippetSrc, most = 20, allowPrivate = false, signal } = options;
  await assertTarget(target, allowPrivate);
  const started = Date.now();
  const running = await launchBrowser({ allowPrivate });
  const looked: LookedPage[] = [];
  let wayBack: LookReport['wayBack'];
  try {
    const pages = await findPages(running.browser, target, most, signal);
    const visitor = await Visitor.open(running.browser, { quietMs: 0 });
    for (const url of pages) {
      if (signal?.aborted) break;
      const result = await visitor.goto(url, signal);
      if (result.outcome !== 'ok') looked.push({ url, state: 'failed', why: result.why, before: [] });
      else {
        const seen = await visitor.watch.ask(seenSchema, lookAtMarkup, snippetSrc);
        looked.push({ url, ...(seen ?? { state: 'failed', why: 'its markup could not be read again', before: [] }) });
      }
      options.onProgress?.({ done: looked.length, of: pages.length });
    }
    if (options.wayBack && !signal?.aborted) wayBack = await lookForWayBack(visitor, options.wayBack, signal);
    await visitor.close();
  } finally {
    await running.close();
  }
  return {
    format: 'douane.look/1',
    seconds: (Date.now() - started) / 1000,
    pages: looked,
    ...(wayBack && { wayBack }),
  };
}

/** As the page stands in the end: a script may well put the link in. */
async function lookForWayBack(visitor: Visitor, url: string, signal?: AbortSignal): Promise<LookReport['wayBack']> {
  const result = await visitor.goto(url, signal);
  if (result.outcome !== 'ok') return { url, there: false, why: result.why };
  const there = await visitor.watch.ask(z.boolean(), hasWayBack, undefined);
  return { url, there: there === true, ...(there === undefined && { why: 'the page did not answer' }) };
}

/** Runs in the page. */
function hasWayBack(): boolean {
  const all = Document.prototype.querySelectorAll.call(document, '[data-douane-open],[onclick*="douane.open"]');
  for (let i = 0; i < all.length; i++) if (all[i]!.getClientRects().length > 0) return true;
  return false;
}

const seenSchema = z.object({
  state: z.enum(['first', 'late', 'missing', 'other-key', 'not-blocking']),
  before: z.array(z.string().max(500)).max(10),
  why: z.string().max(2000).optional(),
});

/** Runs in the page; stands by itself. */
async function lookAtMarkup(snippetSrc: string): Promise<Pick<LookedPage, 'state' | 'before' | 'why'>> {
  const markup = await fetch(location.href, { credentials: 'include' }).then((response) => response.text());
  const parsed = new DOMParser().parseFromString(markup, 'text/html');
  const tags = [...parsed.querySelectorAll('script, link[rel~=stylesheet], link[rel~=preload], img, iframe')];
  const gates = tags.filter((tag) => /\/g\/[^/]+\/gate\.js$/.test(tag.getAttribute('src') ?? ''));
  const gate = tags.find((tag) => tag.getAttribute('src') === snippetSrc);
  if (!gate) {
    const other = gates[0]?.getAttribute('src')?.slice(0, 1000);
    return other
      ? { state: 'other-key', before: [], why: `the page carries ${other}` }
      : { state: 'missing', before: [] };
  }
  if (gate.hasAttribute('async') || gate.hasAttribute('defer')) {
    return { state: 'not-blocking', before: [], why: 'async or defer lets other tags run before it' };
  }
  const before = tags.slice(0, tags.indexOf(gate)).map((tag) => tag.outerHTML.slice(0, 200));
  return before.length > 0 ? { state: 'late', before: before.slice(0, 10) } : { state: 'first', before: [] };
}
