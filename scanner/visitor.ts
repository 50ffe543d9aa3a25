import type { Observation } from '@douane/core/observe';
import type { Browser, BrowserContext, Page, Response, Route } from 'playwright-core';
import { z } from 'zod';
import { driver } from './driver';
import type { ServedPage } from './exposed';
import { type HarEntry, harEntries } from './har';
import { isOfGate } from './of-site';
import { VisitClock } from './watch/clock';
import type { KeptName } from './watch/kept';
import { PageWatch } from './watch/page-watch';

export interface VisitorOptions {
  ownDomains?: readonly string[];
  /** Script that runs in every frame before the page's own. */
  initScript?: string;
  headers?: Record<string, string>;
  /** Cookies and local storage to begin with, as after signing in. */
  storageState?: Awaited<ReturnType<BrowserContext['storageState']>>;
  language?: string;
  device?: 'desktop' | 'phone';
  /** Base address of the site's own gate, where it has one. */
  gate?: string;
  /** Off: as in a browser with JavaScript switched off. */
  scripts?: false;
  /** Pages whose certificate is not valid are visited all the same, and told of. */
  badCertificates?: boolean;
  /** Whole time for a page to load, in milliseconds. */
  loadTimeoutMs?: number;
  /** How long no request may be under way before a page counts as settled. */
  quietMs?: number;
  /** How long to stay on a page at least, quiet or not. */
  stayMs?: number;
  /** How long after loading to wait for that at most. */
  settleTimeoutMs?: number;
  maxDocumentBytes?: number;
  /** Requests to the site's own hosts that count like those to others. */
  countsOwn?: (url: URL) => boolean;
  /** Address of the proxy through which all of this visitor's requests go, those to loopback, too. */
  proxy?: string;
  /** Hosts of this scan that do not answer, shared by its visitors. */
  silentHosts?: SilentHosts;
}

const pixels = z.number().int().min(1).max(100_000);
const toldSchema = z.object({ title: z.string().max(1000), screen: z.object({ width: pixels, height: pixels }) });

/** A page that hangs answers nothing, nor does what passes through it. */
const ROUTE_MS = 2_000;
/**
 * How long it may take until it is told that what a page sent on being left went out, in looks of so many milliseconds:
 * not by the clock, since a process that was held up has to read first what came meanwhile.
 */
const LEAVING = { looks: 33, everyMs: 60 };
/**
 * How long is waited in all, while a page is quiet, for what it has put off by no more than that: by a patient visitor, and
 * by others, who would leave before what is sent in a bundle. What it takes meanwhile to do what was due does not count, up
 * to as long again, so that a page on a slow machine is not left earlier in its course.
 */
const PATIENCE_MS = 8_000;
const BRIEF_MS = 1_000;

/** How long it may take to read again what a page's server sent. */
const BODY_MS = 2_000;
/** Of a longer page the beginning is read. */
const MOST_MARKUP = 3_000_000;

/** A page taller than this many screens is scrolled no further: some have no end. */
const MOST_SCREENS = 40;

/** Hosts that did not answer on several pages; nobody waits for them on the next. What is sent to them is still noted. */
export class SilentHosts {
  private readonly counts = new Map<string, number>();

  heardNothingOf(host: string): void {
    this.counts.set(host, (this.counts.get(host) ?? 0) + 1);
  }

  has(host: string): boolean {
    return (this.counts.get(host) ?? 0) >= 2;
  }
}

export type PageOutcome =
  | { outcome: 'ok'; status: number; finalUrl: string; contentType: string }
  | { outcome: 'failed' | 'timed-out' | 'skipped'; status: number | null; finalUrl: string; why: string };

function phone() {
  const { defaultBrowserType: _, ...phone } = driver().devices['Pixel 7']!;
  return phone;
}

/** What the browser's own error codes mean to a person. */
const NET_ERRORS: Record<string, string> = {
  ERR_NAME_NOT_RESOLVED: 'the name does not resolve',
  ERR_CONNECTION_REFUSED: 'the host refused the connection',
  ERR_CONNECTION_RESET: 'the host broke off the connection',
  ERR_TOO_MANY_REDIRECTS: 'it redirects in a loop',
  ERR_EMPTY_RESPONSE: 'the host answered nothing',
  ERR_ABORTED: 'the page stopped itself from loading',
  ERR_UNSAFE_PORT: 'browsers visit nothing on that port',
  ERR_TUNNEL_CONNECTION_FAILED: 'the address is private or cannot be reached',
  ERR_CERT_AUTHORITY_INVALID: 'its certificate is not valid',
  ERR_CERT_COMMON_NAME_INVALID: 'its certificate is for another name',
  ERR_CERT_DATE_INVALID: 'its certificate has expired',
  ERR_INVALID_REDIRECT: 'it redirects to something that is no web address',
};

/** One visitor: an isolated context with one page, watched from before its first request. */
export class Visitor {
  readonly problems: string[] = [];
  private answer: Response | null = null;
  private opensTab = false;
  private crashed = false;
  private stuck = false;

  private constructor(
    readonly context: BrowserContext,
    readonly page: Page,
    readonly watch: PageWatch,
    readonly clock: VisitClock,
    private readonly options: Required<
      Pick<VisitorOptions, 'loadTimeoutMs' | 'quietMs' | 'settleTimeoutMs' | 'maxDocumentBytes'>
    > &
      Pick<VisitorOptions, 'silentHosts' | 'stayMs'>,
  ) {}

  static async open(browser: Browser, options: VisitorOptions = {}): Promise<Visitor> {
    const { loadTimeoutMs = 20_000, quietMs = 350, settleTimeoutMs = 6_000, maxDocumentBytes = 10_000_000 } = options;
    const context = await browser.newContext({
      acceptDownloads: false,
      ...(options.scripts === false && { javaScriptEnabled: false }),
      locale: options.language ?? 'en-GB',
      ...(options.device === 'phone' ? phone() : { viewport: { width: 1280, height: 800 } }),
      ...(options.badCertificates && { ignoreHTTPSErrors: true }),
      ...(options.storageState && { storageState: options.storageState }),
      ...(options.proxy && { proxy: { server: options.proxy, bypass: '<-loopback>' } }),
      ...(options.headers && { extraHTTPHeaders: options.headers }),
    });
    if (options.initScript) await context.addInitScript({ content: options.initScript });
    const page = await context.newPage();
    const clock = new VisitClock();
    const { gate } = options;
    const watch = await PageWatch.start(page, {
      clock,
      ownDomains: options.ownDomains ?? [],
      maxDocumentBytes,
      countsOwn: options.countsOwn,
      ...(gate && { ownScript: isOfGate(gate) }),
    });
    const visitor = new Visitor(context, page, watch, clock, {
      loadTimeoutMs,
      quietMs,
      settleTimeoutMs,
      maxDocumentBytes,
      silentHosts: options.silentHosts,
      stayMs: options.stayMs,
    });
    context.on('request', (request) => watch.alsoSeen(request.url(), request.resourceType()));
    page.on('dialog', (dialog) => {
      visitor.problems.push(`showed a dialog (${dialog.type()}): ${dialog.message().slice(0, 200)}`);
      // One that asks whether to leave is left; to the others a visitor says no.
      const answer = dialog.type() === 'beforeunload' ? dialog.accept() : dialog.dismiss();
      answer.catch(() => {}); // gone with its page
    });
    page.on('crash', () => {
      visitor.crashed = true;
    });
    context.on('page', (other) => {
      if (other === page || visitor.opensTab) return;
      visitor.problems.push(`opened another window: ${other.url().slice(0, 200)}`);
      other.close().catch(() => {}); // closed itself
    });
    return visitor;
  }

  /**
   * Loads a page and waits until it is quiet; see `settle`. `patient`: whether to stay for what is late; it is asked as long
   * as the visit lasts. Never throws for what a page does.
   */
  async goto(url: string, signal?: AbortSignal, patient = () => false): Promise<PageOutcome> {
    const deadline = Date.now() + this.options.loadTimeoutMs;
    const documents = () => this.watch.requests.all.filter((request) => request.kind === 'document');
    this.watch.requests.askFor(url);
    try {
      this.answer = await this.page.goto(url, { waitUntil: 'commit', timeout: this.options.loadTimeoutMs });
      // Not for `load`: one picture that never comes would hold the whole page.
      await this.page.waitForLoadState('domcontentloaded', { timeout: Math.max(1, deadline - Date.now()) });
      await this.scrollThrough();
      await this.settle(signal, { patienceMs: () => (patient() ? PATIENCE_MS : BRIEF_MS) });
    } catch (cause) {
      const message = String((cause as Error).message);
      const last = documents().at(-1);
      const failed = { status: last?.status ?? null, finalUrl: last?.url ?? url };
      if (this.crashed) return { outcome: 'failed', ...failed, why: 'the page crashed the browser tab' };
      if (this.watch.tooLarge) return { outcome: 'failed', ...failed, why: this.tooLargeWords() };
      if (/Timeout/.test(message)) {
        return { outcome: 'timed-out', ...failed, why: `still loading after ${this.options.loadTimeoutMs / 1000} s` };
      }
      if (/Download is starting/.test(message))
        return { outcome: 'skipped', ...failed, why: 'is a download, not a page' };
      const code = /net::(ERR_\w+)/.exec(message)?.[1];
      return {
        outcome: 'failed',
        ...failed,
        why: code
          ? (NET_ERRORS[code] ?? (code.startsWith('ERR_CERT') ? NET_ERRORS.ERR_CERT_AUTHORITY_INVALID! : code))
          : message.split('\n')[0]!.slice(0, 200),
      };
    }
    const last = documents().at(-1);
    const status = last?.status ?? 0;
    if (this.watch.tooLarge) return { outcome: 'failed', status, finalUrl: this.page.url(), why: this.tooLargeWords() };
    if (status >= 400) return { outcome: 'failed', status, finalUrl: this.page.url(), why: `answered ${status}` };
    return { outcome: 'ok', status, finalUrl: this.page.url(), contentType: last?.mimeType ?? '' };
  }

  /** Begins to load a page, and waits for no more than the beginning of its answer. */
  async beginLoading(url: string): Promise<void> {
    this.watch.requests.askFor(url);
    await this.page.goto(url, { waitUntil: 'commit', timeout: this.options.loadTimeoutMs }).catch(() => {}); // told when it is loaded anew
  }

  /** Goes one page back in the history, and waits until it is quiet. */
  async goBack(signal?: AbortSignal): Promise<void> {
    await this.page.goBack({ waitUntil: 'domcontentloaded', timeout: this.options.loadTimeoutMs }).catch(() => {
      this.tell('it could not be gone back to the page before');
    });
    await this.settle(signal);
  }

  /** Opens a page of the same visitor in a second tab, where it stays. */
  async openTab(url: string): Promise<void> {
    this.opensTab = true;
    const tab = await this.context.newPage();
    this.opensTab = false;
    await tab.goto(url, { timeout: this.options.loadTimeoutMs }).catch(() => {
      this.tell('the second tab could not be loaded');
    });
  }

  /** Leaves, and comes again as somebody who has closed the tab: what only the session kept is gone. */
  async comeAgain(): Promise<void> {
    await this.leave();
    await this.watch.endSession();
  }

  /** Lets every request for which `is` says so wait a while before it goes out. */
  async delay(is: (url: URL, method: string) => boolean, ms: number): Promise<void> {
    await this.context.route(
      (url) => is(url, 'GET') || is(url, 'POST'),
      async (route) => {
        const request = route.request();
        if (is(new URL(request.url()), request.method())) await pause(ms);
        await route.fallback().catch(() => {}); // its page has gone
      },
    );
  }

  /** Number of the release of the gate that runs in the page; `null`: none does. A page can say anything here. */
  async gateVersion(): Promise<number | null> {
    const told: unknown = await this.page.evaluate(() => window.douane?.version).catch(() => null); // page failed; told elsewhere
    return typeof told === 'number' && Number.isInteger(told) ? told : null;
  }

  /** The page that was gone to last, as the server sent it; `null` where it cannot be read. */
  async served(): Promise<ServedPage | null> {
    const { answer } = this;
    if (!answer) return null;
    const url = answer.url();
    const asked = this.watch.requests.all.findLast(({ kind, url: of }) => kind === 'document' && of === url);
    const read = Promise.all([answer.text(), answer.allHeaders()]);
    const [html, headers] = (await Promise.race([read, pause(BODY_MS)]).catch(() => undefined)) ?? []; // it may have gone
    if (html === undefined || headers === undefined) return null;
    const sentAt = asked?.sentAt ?? 0;
    const [atMs, at] = [this.clock.fromMonotonic(sentAt), this.clock.wallOf(sentAt)];
    return { url, atMs, at, html: html.slice(0, MOST_MARKUP), headers };
  }

  /** Hosts whose scripts were asked for so far. */
  scriptHosts(): Set<string> {
    return new Set(this.watch.requests.all.filter(({ kind }) => kind === 'script').map(({ url }) => new URL(url).host));
  }

  /** Scrolls to the end screen by screen, so that what loads on coming into sight does, wherever it stands. */
  private async scrollThrough(): Promise<void> {
    const scroll = async (most: number) => {
      const painted = () => new Promise((done) => setTimeout(done, 25));
      for (let i = 0; i < most && scrollY + innerHeight < document.documentElement.scrollHeight - 1; i++) {
        const before = scrollY;
        scrollBy({ top: innerHeight * 0.9, behavior: 'instant' });
        await painted();
        if (scrollY === before) break;
      }
    };
    // A page may forbid, break or hang scrolling; it is then looked at as it stands.
    await Promise.race([this.watch.ask(z.unknown(), scroll, MOST_SCREENS), pause(3_000)]);
  }

  /**
   * Waits until nothing has been under way for a while, or long enough; then lists what has not answered. `patienceMs`: how
   * long also for what the page has put off, as tags that start late are.
   */
  async settle(
    signal?: AbortSignal,
    { patienceMs = () => 0, stayMs }: { patienceMs?: () => number; stayMs?: number } = {},
  ): Promise<void> {
    const silent = this.options.silentHosts;
    const stayUntil = Date.now() + (stayMs ?? this.options.stayMs ?? 0);
    let waited = 0;
    const left = () => patienceMs() - waited;
    const started = Date.now();
    const last = () => Math.max(stayUntil, started + 2 * patienceMs()) + this.options.settleTimeoutMs;
    let calmAt = started;
    const end = () => Math.min(last(), Math.max(stayUntil, calmAt + left()) + this.options.settleTimeoutMs);
    const { requests } = this.watch;
    let quietSince = Date.now();
    let known = requests.all.length;
    const stirred = () => requests.open(silent) > 0 || requests.all.length !== known;
    while (Date.now() < end() && !signal?.aborted) {
      await pause(40);
      if (stirred()) quietSince = Date.now();
      known = requests.all.length;
      if (Date.now() < stayUntil || Date.now() - quietSince < this.options.quietMs) continue;
      if (left() <= 0 || this.broken) break;
      calmAt = Date.now();
      const putOff = await this.watch.putOffMs(patienceMs());
      // What was due while it was asked has begun something.
      if (stirred()) continue;
      if (putOff === 0) break;
      const wait = Math.min(putOff + 50, left());
      await pause(wait);
      waited += wait + this.options.quietMs;
      quietSince = Date.now();
    }
    if (this.watch.overran) this.tell('it does more than is looked at of one page; what came after is not listed');
    for (const host of this.watch.requests.insecureHosts) this.tell(`the certificate of ${host} is not valid`);
    for (const host of this.watch.requests.openHosts()) {
      this.tell(`${host} had not answered when the page was left`);
      silent?.heardNothingOf(host);
    }
  }

  /** Until it is ended, whatever the page does it stays: it neither leads away nor prints nor opens windows. */
  async stayOnPage(): Promise<{ end(): Promise<void> }> {
    let stays = true;
    const refuse = (route: Route) => {
      const request = route.request();
      const leaves = stays && request.isNavigationRequest() && request.frame() === this.page.mainFrame();
      return leaves ? route.abort('aborted') : route.fallback();
    };
    await Promise.race([this.page.route('**', refuse), pause(ROUTE_MS)]);
    await this.watch.disarm();
    return {
      end: async () => {
        stays = false; // at once: a busy browser may take its time to hear that nothing is refused any more
        await Promise.race([this.page.unroute('**', refuse).catch(() => {}), pause(ROUTE_MS)]); // it may have gone
      },
    };
  }

  /** Reads the title and the screen, by which requests that pass them on are known. */
  async noteWhatPageTells(): Promise<void> {
    const read = () => ({
      title: document.title.slice(0, 1000),
      screen: { width: screen.width, height: screen.height },
    });
    const told = await this.watch.ask(toldSchema, read, undefined);
    if (told) this.watch.note(told.title.trim(), told.screen);
  }

  /** Leaves the page as a visitor would, so that what it sends on leaving is seen. */
  async leave(): Promise<void> {
    if (this.crashed) return;
    const { requests } = this.watch;
    const before = requests.all.length;
    await this.page.goto('about:blank', { timeout: 5_000 }).catch(() => {
      this.stuck = true; // it refuses to be left, or its scripts do not end
    });
    if (this.watch.scriptsStopped) this.tell('a script of the page did not end and was stopped');
    // What is answered now comes behind all that was told of the page before.
    if (!this.stuck) await this.watch.ask(z.unknown(), () => null, undefined);
    // That a request went out is told by another process than that it was made, which may be behind.
    for (let look = 0; look < LEAVING.looks; look++) {
      await pause(LEAVING.everyMs);
      if (!requests.unheard(before)) break;
    }
  }

  /** Becomes a visitor who was never here: no cookies, no storage, nothing seen. */
  async startAfresh(): Promise<void> {
    await this.context.clearCookies();
    await this.watch.startAfresh();
    this.problems.length = 0;
  }

  get broken(): boolean {
    return this.crashed || this.stuck || this.watch.scriptsStopped || this.page.isClosed();
  }

  /** What the site keeps in this visitor's browser; of others a site can take nothing back. */
  async kept(): Promise<KeptName[]> {
    const cookies = (await this.context.cookies().catch(() => [])).map(({ name, domain }) => {
      return { kind: 'cookie' as const, name, host: domain.replace(/^\./, '') };
    });
    return [...cookies.filter(({ host }) => this.watch.isOwn(host)), ...(await this.watch.keptNames())];
  }

  /** What was seen so far; see `PageWatch.observations`. */
  observations(asked?: string): Observation[] {
    return this.watch.observations(asked);
  }

  /** The visit so far as HAR entries. */
  har(pageref: string): HarEntry[] {
    this.watch.requests.settleCookies();
    return harEntries(this.watch.requests.all, pageref, this.clock);
  }

  /** Closing a context whose renderer hangs must not hang the scan, nor leave it running. */
  async close(): Promise<void> {
    if (this.stuck || this.watch.scriptsStopped) this.watch.crash();
    await Promise.race([this.context.close().catch(() => {}), pause(5_000)]);
  }

  /** Lists a problem, once. */
  private tell(what: string): void {
    if (!this.problems.includes(what)) this.problems.push(what);
  }

  private tooLargeWords(): string {
    return `larger than ${this.options.maxDocumentBytes / 1e6} MB; reading was stopped there`;
  }
}

/** Waits so many milliseconds. */
export const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));
