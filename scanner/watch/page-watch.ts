import { randomBytes } from 'node:crypto';
import type { SentText } from '@douane/core/check';
import {
  type ChainLink,
  carriedBy,
  cookieFacts,
  itemKey,
  type Observation,
  partyOf,
  type ScriptKnowledge,
  type Sign,
  type StoredValue,
} from '@douane/core/observe';
import type { Page } from 'playwright-core';
import type { z } from 'zod';
import type { SentOut } from '../guard';
import type { VisitClock } from './clock';
import { Film } from './film';
import { type HookReport, installHooks } from './hooks';
import { askPage } from './isolated-world';
import { type KeptName, keptOf } from './kept';
import { OutsideRequests } from './outside';
import { PageSession } from './page-session';
import { PutOff } from './put-off';
import { countPutOff } from './put-off-hook';
import { removedAtOnce, storedKey } from './removed-again';
import { Budget, placeIn, readReport } from './reports';
import { RequestBook, type SeenRequest } from './requests';
import { type ItemPlace, PageScripts, type ScriptsRead, type SentRequest } from './scripts';
import { signsOf, storedValues } from './signs';
import { type OnPage, StoredByScripts } from './stored';
import { namedValue, valueSeen } from './values';

/** What is looked at of what one page does; a page that writes a million keys fills neither memory nor time. */
const MOST_REPORTS = 20_000;
const MOST_CHARACTERS = 20_000_000;

export interface WatchOptions {
  clock: VisitClock;
  ownDomains: readonly string[];
  /** A main document larger than this is cut off. */
  maxDocumentBytes: number;
  /** A script that only passes on what others ask for; see `RequestBook`. */
  ownScript?: (url: string) => boolean;
  /** Requests to the site's own hosts that count as well. */
  countsOwn?: (url: URL) => boolean;
}

/** Watches one page from before its first request, and says what it saw as observations. */
export class PageWatch {
  requests: RequestBook;
  /** The main document went over the limit and was stopped. */
  tooLarge = false;
  private budget = new Budget(MOST_REPORTS, MOST_CHARACTERS);
  private reports: OnPage<HookReport>[] = [];
  private documentBytes = 0;
  private about = { title: '', screen: { width: 1280, height: 800 } };
  private readonly scripts: PageScripts;
  private readonly putOff: PutOff;
  private readonly outside: OutsideRequests;
  private readonly stored: StoredByScripts;

  private constructor(
    private readonly session: PageSession,
    private readonly options: WatchOptions,
    private readonly mainFrameId: string,
    binding: string,
  ) {
    this.requests = new RequestBook(mainFrameId, options.ownScript);
    this.scripts = new PageScripts(session, mainFrameId);
    this.putOff = new PutOff(session, binding);
    this.outside = new OutsideRequests({
      clock: options.clock,
      counts: (url, page) => this.counts(url, page),
      party: (host, page) => this.party(host, page),
    });
    this.stored = new StoredByScripts({
      clock: options.clock,
      party: (host, page) => this.party(host, page),
      writer: (stack) => this.writer(stack),
      excerptOf: (kind, name, host) => this.scripts.excerptOf(kind, name, host),
    });
  }

  static async start(page: Page, options: WatchOptions): Promise<PageWatch> {
    const session = new PageSession(await page.context().newCDPSession(page));
    const { frameTree } = await session.send('Page.getFrameTree');
    const binding = `_${randomBytes(6).toString('hex')}`;
    const watch = new PageWatch(session, options, frameTree.frame.id, binding);
    watch.listen(binding);
    await session.send('Network.enable', { maxTotalBufferSize: 0, maxResourceBufferSize: 0 });
    await session.send('Page.enable');
    await session.send('Runtime.enable');
    await session.send('DOMStorage.enable');
    await session.send('Runtime.addBinding', { name: binding });
    const source = `(${installHooks})('${binding}');(${countPutOff})('${binding}t')`;
    await session.send('Page.addScriptToEvaluateOnNewDocument', { source });
    return watch;
  }

  /** A request that the driver tells of; workers have sessions of their own, which only it follows. */
  alsoSeen(url: string, resourceType: string): void {
    if (!/^https?:/i.test(url) || !this.budget.take(url.length)) return;
    this.outside.driverTold(url, resourceType, this.requests.currentPage);
  }

  private listen(binding: string): void {
    const { session, options } = this;
    const { events } = session;
    const documents = new Set<string>();
    events.on('Network.requestWillBeSent', (event) => {
      const request = this.requests.sent(event);
      if (request?.kind !== 'document') return;
      options.clock.start(event.timestamp, event.wallTime);
      documents.add(event.requestId);
      this.documentBytes = 0;
    });
    events.on('Network.requestWillBeSentExtraInfo', (event) => {
      const sent = event.associatedCookies.filter(({ blockedReasons }) => blockedReasons.length === 0);
      this.requests.wentOut(event.requestId, sent.map(({ cookie }) => `${cookie.name}=${cookie.value}`).join('; '));
    });
    events.on('Network.requestServedFromCache', (event) => this.requests.servedFromMemory(event.requestId));
    events.on('Network.responseReceived', (event) => this.requests.answered(event));
    events.on('Network.responseReceivedExtraInfo', (event) => this.requests.extraInfo(event));
    events.on('Network.loadingFinished', (event) =>
      this.requests.ended(event.requestId, event.timestamp, event.encodedDataLength),
    );
    events.on('Network.loadingFailed', (event) => this.requests.ended(event.requestId));
    events.on('Network.webSocketCreated', (event) => this.requests.socketOpened(event, options.clock.monotonicNow()));
    events.on('Network.webSocketWillSendHandshakeRequest', (event) =>
      this.requests.socketShookHands(event.requestId, event.timestamp),
    );
    events.on('Network.dataReceived', (event) => {
      this.requests.heard(event.requestId);
      if (!documents.has(event.requestId)) return;
      this.documentBytes += event.dataLength;
      if (this.documentBytes <= options.maxDocumentBytes || this.tooLarge) return;
      this.tooLarge = true;
      session.send('Page.stopLoading').catch(() => {}); // the page may be gone already, which stops it too
    });
    events.on('Runtime.bindingCalled', (event) => {
      if (event.name !== binding || !this.budget.take(event.payload.length)) return;
      const report = readReport(event.payload);
      if (report?.what === 'image') this.requests.imageSetBy(report.text, scriptIn(report.stack, options.ownScript));
      else if (report) this.reports.push({ ...report, page: this.requests.currentPage });
    });
    const stored = (id: { securityOrigin?: string; storageKey?: string; isLocalStorage: boolean }, key: string) => {
      const origin = id.securityOrigin || id.storageKey?.split('^')[0] || '';
      if (!URL.canParse(origin) || !this.budget.take(key.length)) return;
      const kind = id.isLocalStorage ? 'local-storage' : 'session-storage';
      this.stored.keyTold(kind, key, origin, this.requests.currentPage);
    };
    events.on('DOMStorage.domStorageItemAdded', (event) => stored(event.storageId, event.key));
    events.on('DOMStorage.domStorageItemUpdated', (event) => stored(event.storageId, event.key));
  }

  /** Keeps what the screen shows from now on. */
  async film(): Promise<Film> {
    const film = new Film(this.session, this.options.clock, () => this.requests.currentPage);
    await film.start();
    return film;
  }

  /** A script of the page did not end by itself. */
  get scriptsStopped(): boolean {
    return this.session.stopped;
  }

  /** Makes the page's processor so many times slower. */
  async slowDown(times: number): Promise<void> {
    await this.session.send('Emulation.setCPUThrottlingRate', { rate: times });
  }

  /** Forgets what the pages kept for as long as their tab is open. */
  async endSession(): Promise<void> {
    for (const securityOrigin of this.origins())
      await this.session
        .send('DOMStorage.clear', { storageId: { securityOrigin, isLocalStorage: false } })
        .catch(() => {});
  }

  /** Of all documents that were seen. */
  private origins(): Set<string> {
    const documents = this.requests.all.filter(({ kind }) => kind === 'document' || kind === 'frame');
    return new Set(documents.map(({ url }) => new URL(url).origin));
  }

  /** Ends the page's process, whatever its scripts do. */
  crash(): void {
    this.session.crash();
  }

  /** The page did more than is looked at, so not all of it was. */
  get overran(): boolean {
    return this.budget.spent || this.requests.overran;
  }

  /** Asks the page something in a world of our own; see `askPage`. */
  ask<T, A>(
    schema: z.ZodType<T>,
    read: (argument: A) => unknown,
    argument: A,
    how: { byUser?: boolean } = {},
  ): Promise<T | null> {
    return askPage(this.session, this.mainFrameId, schema, read, argument, how);
  }

  /** See `PutOff`. */
  putOffMs(mostMs: number): Promise<number> {
    return this.putOff.dueInMs(mostMs);
  }

  /** Takes from the page what would leave it or hold it up: printing, other windows. */
  async disarm(): Promise<void> {
    const expression = 'window.print = () => {}; window.open = () => null;';
    await this.session.send('Runtime.evaluate', { expression, timeout: 500 }).catch(() => {}); // the page has gone
  }

  /**
   * Holds what the browser told against what left it; what only the network has is among the observations from then on.
   * Gives back, in a sentence each, where the two differ on third parties.
   *
   * @param ours Base address of the site's gate, whose requests are nobody's tag.
   */
  compareWith(sent: readonly SentOut[], ours: string): string[] {
    return this.outside.compareWith(this.requests, sent, ours);
  }

  /** What was seen besides items; see `signsOf`. */
  signs(asked?: string): Sign[] {
    this.requests.settleCookies();
    const { requests, reports } = this;
    return signsOf(
      {
        ...{ requests, reports },
        party: (host, page) => this.party(host, page),
        serviceOf: (request) => this.scripts.serviceOf(request),
        writer: (stack) => this.writer(stack),
      },
      asked,
    );
  }

  /** Hosts whose scripts asked whether a program drives the browser (WebDriver, `navigator.webdriver`). */
  hostsThatAskForProgram(): string[] {
    const asks = this.reports.filter(({ what, text }) => what === 'read' && text === 'webdriver');
    return [...new Set(asks.map(({ stack, page }) => new URL(this.writer(stack).url ?? page).hostname))];
  }

  /** All values that were stored; for the check, which looks for them in what is sent. */
  storedValues(): StoredValue[] {
    return [...storedValues(this.requests, this.reports)];
  }

  /** What went out that could carry an identifier. */
  sentTexts(): SentText[] {
    return this.requests.all.flatMap((request) => {
      const { kind, url, page, posted, cookies, sentAt, ledFrom = page } = request;
      const isTag = kind === 'document' ? request.ledFrom !== undefined : kind !== 'preflight';
      if (!request.left || !isTag || !this.counts(url, ledFrom)) return [];
      const atMs = this.options.clock.fromMonotonic(sentAt);
      const name = kind === 'document' ? 'other' : kind;
      const { hostname: host } = new URL(url);
      return { name, host, page: ledFrom, url, atMs, chain: this.requests.chainOf(request), posted, cookies };
    });
  }

  /** Whether a host is the site's own, as the page stands in its place. */
  isOwn(host: string): boolean {
    return this.party(host, this.requests.currentPage) === 'first';
  }

  /** Keys, databases and caches of the site's own origins, as they stand. */
  async keptNames(): Promise<KeptName[]> {
    const own = [...this.origins()].filter((origin) => this.isOwn(new URL(origin).hostname));
    return (await Promise.all(own.map((origin) => keptOf(this.session, origin)))).flat();
  }

  /** Hosts of the site's own that were contacted. */
  ownHosts(): string[] {
    const hosts = this.requests.all.map((r) => new URL(r.url).hostname);
    return [...new Set(hosts)].filter((host) => this.isOwn(host));
  }

  /** Forgets what was seen and clears what the pages stored, so that the next one is visited as by somebody new. */
  async startAfresh(): Promise<void> {
    for (const securityOrigin of this.origins()) {
      for (const isLocalStorage of [true, false]) {
        // An origin whose frame has gone has no area left to clear.
        await this.session.send('DOMStorage.clear', { storageId: { securityOrigin, isLocalStorage } }).catch(() => {});
      }
      await this.session.send('Storage.clearDataForOrigin', { origin: securityOrigin, storageTypes: 'all' });
    }
    this.forget();
  }

  /** Forgets what was seen; what the pages stored stays. */
  forget(): void {
    this.requests = new RequestBook(this.mainFrameId, this.options.ownScript);
    this.budget = new Budget(MOST_REPORTS, MOST_CHARACTERS);
    this.reports = [];
    this.stored.forget();
    this.outside.forget();
    this.scripts.forget();
    this.tooLarge = false;
    this.options.clock.reset();
  }

  /** All that was seen so far. `asked`: one address to tell it under, where the page was reached through redirects. */
  observations(asked?: string): Observation[] {
    const all = this.bareObservations(asked);
    const behind = this.scripts.behind(all, this.sentRequests(), this.places());
    const removed = removedAtOnce(this.reports);
    return all.map((seen) => {
      const by = behind(seen);
      const own = by && this.party(new URL(by.url).hostname, seen.page) === 'first';
      return {
        ...seen,
        ...(removed.has(storedKey(seen.kind, seen.name)) && { removedAtOnce: true }),
        ...(by && { script: own ? { ...by.script, own } : by.script }),
      };
    });
  }

  private sentRequests(): SentRequest[] {
    return this.requests.all.map((request) => ({ request, chain: this.requests.chainOf(request) }));
  }

  private bareObservations(asked?: string): Observation[] {
    this.requests.settleCookies();
    const seen: Observation[] = [];
    for (const request of this.requests.all) {
      if (!request.left || request.kind === 'preflight') continue;
      seen.push(...this.ofRequest(request, asked ?? request.page));
    }
    seen.push(...this.outside.observations(this.requests, asked));
    seen.push(...this.stored.observations(this.reports, asked));
    return seen;
  }

  private *ofRequest(request: SeenRequest, page: string): Generator<Observation> {
    const { hostname: host } = new URL(request.url);
    const from = request.ledFrom ?? page;
    const party = this.party(host, from);
    const common = { page: from, url: request.url, chain: this.requests.chainOf(request) };
    const counts = this.counts(request.url, from);
    if (counts && request.kind === 'document' && request.ledFrom !== undefined) {
      const atMs = this.options.clock.fromMonotonic(request.sentAt);
      yield { ...common, kind: 'request', name: 'other', host, party, atMs };
    }
    if (counts && request.kind !== 'document') {
      const carries = carriedBy(request.url, request.posted, { ...this.about, page: request.page || page });
      // Of what is long only this was looked at, as it was sent.
      if (request.postedContent && !carries.includes('page-content')) carries.push('page-content');
      yield {
        ...common,
        kind: 'request',
        name: request.kind,
        host,
        party,
        atMs: this.options.clock.fromMonotonic(request.sentAt),
        ...(carries.length > 0 && { carries }),
        ...(request.method === 'POST' && { posts: { count: 1, size: request.postedSize ?? 0 } }),
        ...this.scripts.excerptOf('request', request.kind, host),
      };
    }
    for (const line of request.setCookieLines) {
      const atMs = this.options.clock.fromMonotonic(request.answeredAt ?? request.sentAt);
      const facts = cookieFacts(line, host, Date.now());
      if (!facts) continue;
      const value = valueSeen(namedValue(line, host)[2]);
      yield { ...common, ...facts, kind: 'cookie', party: this.party(facts.host, page), setBy: 'http', atMs, value };
    }
  }

  /** What the page says of itself and shows itself on, to tell what requests carry of it. */
  note(title: string, screen: { width: number; height: number }): void {
    this.about = { title, screen };
  }

  /**
   * Looks up, while the page is still there, the places in its scripts that wrote or asked for something. `taken` holds
   * the items of which an earlier page gave one, and grows.
   */
  takeExcerpts(taken: Set<string>): Promise<void> {
    return this.scripts.takeExcerpts(this.places(), taken);
  }

  /** Reads, while the page is still there, the scripts it loaded that were not read before. `read` grows. */
  readScripts(read: ScriptsRead, known: ScriptKnowledge): Promise<void> {
    return this.scripts.read(this.requests.all, read, known);
  }

  private *places(): Generator<ItemPlace> {
    for (const { what, text, host, stack } of this.reports) {
      if (what === 'image' || what === 'read' || what === 'removed') continue;
      const place = placeIn(stack, this.options.ownScript);
      if (!place) continue;
      const [name, of] = what === 'cookie' ? namedValue(text, host) : [text, host];
      yield { key: itemKey({ kind: what, name, host: of }), place };
    }
    for (const request of this.requests.all) {
      const place = this.requests.placeOf(request);
      if (!place || request.kind === 'document' || request.kind === 'preflight') continue;
      const { hostname: host } = new URL(request.url);
      yield { key: itemKey({ kind: 'request', name: request.kind, host }), place, frameId: request.frameId };
    }
  }

  /** Whether a request is told of: it goes to a third party, or to what of the site's own counts as one. */
  private counts(url: string, page: string): boolean {
    const address = new URL(url);
    return this.party(address.hostname, page) === 'third' || this.options.countsOwn?.(address) === true;
  }

  private writer(stack: string): { url?: string; chain: ChainLink[] } {
    const url = scriptIn(stack, this.options.ownScript);
    return url ? { url, chain: this.requests.chainOfUrl(url) } : { chain: [] };
  }

  private party(host: string, page: string) {
    return partyOf(host, URL.canParse(page) ? new URL(page).hostname : host, this.options.ownDomains);
  }
}

const scriptIn = (stack: string, ownScript?: (url: string) => boolean) => placeIn(stack, ownScript)?.url;
