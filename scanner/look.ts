import { type HoldPlan, indexPlan, isPolicyOf, type PlanIndex } from '@douane/core/hold';
import type { LookedPage, LookReport, SeenMeans } from '@douane/core/look';
import type { Setup } from '@douane/core/setup';
import { gateBase } from '@douane/core/setup/gate-base';
import { z } from 'zod';
import { launchBrowser } from './browser';
import { TEST_VISITOR } from './consent-acts';
import { findPages, PAGES_AT_ONCE } from './find-pages';
import { gateInMarkup } from './gate-in-markup';
import { assertTarget } from './guard';
import { Visitor } from './visitor';

/** Of a longer page the beginning is looked at. */
const MOST_MARKUP = 3_000_000;
/** How long the gate may take to load what a visitor sees. */
const LOADS_MS = 3_000;

export interface LookOptions {
  /** Base address of the site's gate. */
  base: string;
  plan: PlanIndex;
  /** Names of the files that the version in force loads once it runs. */
  files: readonly string[];
  most?: number;
  /** Page on which something has to lead back to the choice. */
  wayBack?: string;
  allowPrivate?: boolean;
  signal?: AbortSignal;
  onProgress?: (progress: { done: number; of: number }) => void;
}

/** What a look has to know of a site: where its gate is, what it holds, and whether a page has to lead back to the choice. */
export function lookFor(
  setup: Pick<Setup, 'recorder' | 'banner'>,
  plan: HoldPlan,
): Pick<LookOptions, 'base' | 'plan' | 'wayBack'> {
  const { shown, phone, desktop, page } = setup.banner.button;
  const isEverywhere = shown && phone && desktop;
  return { base: gateBase(setup), plan: indexPlan(plan), ...(page && !isEverywhere && { wayBack: page }) };
}

/** Looks at the pages of a site: whether the gate stands in each, first and alone, which version runs, and by what it holds. */
export async function lookForGate(target: string, options: LookOptions): Promise<LookReport> {
  const { most = 20, allowPrivate = false, signal } = options;
  await assertTarget(target, allowPrivate);
  const started = Date.now();
  const running = await launchBrowser({ allowPrivate });
  const looked = new Map<string, LookedPage>();
  let pages: string[];
  let wayBack: LookReport['wayBack'];
  try {
    pages = await findPages(running.browser, target, most, signal);
    const left = [...pages];
    const look = async () => {
      // What it says of the page is no visitor's.
      const visitor = await Visitor.open(running.browser, { quietMs: 0, initScript: TEST_VISITOR });
      for (let url = left.shift(); url !== undefined && !signal?.aborted; url = left.shift()) {
        looked.set(url, await lookAt(visitor, url, options));
        options.onProgress?.({ done: looked.size, of: pages.length });
      }
      return visitor;
    };
    const visitors = await Promise.all(Array.from({ length: Math.min(PAGES_AT_ONCE, pages.length) }, look));
    if (options.wayBack && !signal?.aborted) wayBack = await lookForWayBack(visitors[0]!, options.wayBack, signal);
  } finally {
    await running.close();
  }
  return {
    format: 'douane.look/1',
    seconds: (Date.now() - started) / 1000,
    pages: pages.flatMap((url) => looked.get(url) ?? []),
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

const servedSchema = z.object({
  markup: z.string().max(MOST_MARKUP),
  policies: z.string().max(100_000),
  edge: z.boolean(),
});
const runningSchema = z.object({
  loaded: z.array(z.string().max(2_000)).max(1_000),
  refused: z.array(z.string().max(100_000)).max(20),
});

async function lookAt(visitor: Visitor, url: string, { base, plan, files, signal }: LookOptions): Promise<LookedPage> {
  const failed = (why: string): LookedPage => ({ url, state: 'failed', why, before: [] });
  const result = await visitor.goto(url, signal);
  if (result.outcome !== 'ok') return failed(result.why ?? 'it could not be visited');
  const served = await visitor.watch.ask(servedSchema, asServed, MOST_MARKUP);
  if (!served) return failed('its markup could not be read again');
  const { marked, ...gate } = gateInMarkup(served.markup, base, url);
  const running = await visitor.watch.ask(runningSchema, whatRuns, {
    base,
    named: gate.state !== 'missing',
    waitMs: LOADS_MS,
  });
  const loaded = running?.loaded.map((address) => address.slice(base.length + 1)) ?? [];
  const isOurs = (policy: string) => isPolicyOf(plan, policy);
  // A page may be sent several; each that refuses something tells of itself.
  const sent = served.policies.split(',').filter(isOurs).length;
  const refused = running?.refused.filter(isOurs).length ?? 0;
  const means: SeenMeans[] = [
    ...(served.edge ? ['edge' as const] : sent > 0 ? ['header' as const] : []),
    ...(loaded.length > 0 ? ['script' as const] : []),
    ...(refused > sent ? ['policy' as const] : []),
    ...(marked > 0 ? ['marked' as const] : []),
  ];
  const page: LookedPage = { url, ...gate, means, marked };
  if (gate.state !== 'first') return page;
  if (loaded.length === 0) return { ...page, state: 'silent', why: 'a policy of the page may forbid it' };
  if (!loaded.some((name) => files.includes(name))) return { ...page, state: 'other-version' };
  return page;
}

/** Runs in the page: what its server sends. */
async function asServed(most: number): Promise<z.output<typeof servedSchema>> {
  const response = await fetch(location.href, { credentials: 'include' });
  const { headers } = response;
  return {
    markup: (await response.text()).slice(0, most),
    policies: headers.get('content-security-policy') ?? '',
    edge: headers.has('douane-edge'),
  };
}

/** `named`: the page's markup names the gate. */
interface Looked {
  base: string;
  named: boolean;
  waitMs: number;
}

/**
 * Runs in the page: which of the gate's own files it has loaded, which it does only once it runs, and the policies that
 * refuse an address which is nobody's (RFC 2606).
 */
async function whatRuns({ base, named, waitMs }: Looked): Promise<z.output<typeof runningSchema>> {
  const probe = 'https://douane.invalid/look.gif';
  const refused: string[] = [];
  document.addEventListener('securitypolicyviolation', ({ blockedURI, originalPolicy, disposition }) => {
    if (blockedURI.startsWith(probe) && disposition === 'enforce') refused.push(originalPolicy);
  });
  const image = new Image();
  const over = new Promise((done) => {
    image.onerror = done;
    setTimeout(done, waitMs);
  });
  image.src = probe;
  const files = (beginning = '') =>
    performance
      .getEntriesByType('resource')
      .map(({ name }) => name)
      .filter((name) => name.startsWith(`${base}/${beginning}`));
  const loaded = () => files('visit.');
  const end = performance.now() + waitMs;
  // Nothing is waited for on a page that neither names the gate nor has loaded it.
  while ((named || files().length > 0) && loaded().length === 0 && performance.now() < end)
    await new Promise((done) => setTimeout(done, 50));
  await over;
  // Violations are told in a task of their own.
  await new Promise((done) => setTimeout(done));
  return { loaded: loaded(), refused };
}
