import type { Desk } from '@douane/core/classify';
import { Frontier, pageAddress, type ScanPlan, scanPlanSchema } from '@douane/core/coverage';
import { type Item, ItemFold, itemKey, type Sign } from '@douane/core/observe';
import type { ScannedItem, ScannedPage, ScanProgress, ScanReport } from '@douane/core/scan';
import type { SignIn } from '@douane/core/setup';
import { launchBrowser, type Resolve } from './browser';
import { type ChoiceCookie, sayYes, TEST_VISITOR } from './consent-acts';
import { findDisguises } from './disguises';
import { assertTarget } from './guard';
import type { HarEntry } from './har';
import type { PageRecord } from './page-record';
import { readRobots } from './robots';
import { withoutSecrets } from './secrets';
import { signIn } from './sign-in';
import { readSitemaps } from './sitemaps';
import { visitPage } from './visit-page';
import { pause, SilentHosts, Visitor, type VisitorOptions } from './visitor';

export interface ScanOptions {
  /** What is visited and as whom; what is absent has the plan's defaults. */
  plan?: Partial<ScanPlan>;
  allowPrivate?: boolean;
  resolve?: Resolve[];
  ownDomains?: readonly string[];
  /** What is made of the items at the end; where absent all stay open. */
  classify?: (items: readonly Item[], signs: readonly Sign[]) => Pick<Desk, 'rule' | 'suggestion'>;
  loadTimeoutMs?: number;
  /** Base address of the site's own gate, where it has one. */
  gate?: string;
  /** Recipe for pages behind a login. */
  signIn?: SignIn;
  /** Name server to ask for disguises, `ADDRESS:PORT`; the system's where absent. */
  nameServer?: string;
  /** Pages visited before a restart; none of them is visited again. */
  resume?: readonly PageRecord[];
  signal?: AbortSignal;
  /** Called with each page as it is done, and waited for. With `keepHar` its requests come along. */
  onPage?: (record: PageRecord, har: HarEntry[]) => void | Promise<void>;
  onProgress?: (progress: ScanProgress) => void;
}

const LATEST = 12;
/** Addresses that end a session, by the words that sites use for it; one who is signed in stays away from them. */
const WAY_OUT =
  /(^|[/_-])(log|sign)[_-]?(out|off)([/_.-]|$)|(^|\/)(abmelden|deconnexion|cerrar-sesion|uitloggen)([/.]|$)/i;
/** After this many pages a lane takes a new visitor, since the old one's process grows. */
const MOST_VISITS = 50;

/**
 * Visits a site as its plan says: from `target` along links and sitemaps, or a list of addresses. Each page is visited
 * as a new visitor in an isolated context. Pages that fail are listed as such and the scan goes on; cancelling keeps
 * what is there.
 */
export async function scanSite(target: string, options: ScanOptions = {}): Promise<ScanReport> {
  const { allowPrivate = false, resolve = [], signal } = options;
  const plan = scanPlanSchema.parse(options.plan ?? {});
  const mapped = resolve.map((r) => r.host);
  for (const url of [target, ...plan.listed.slice(0, 1)]) await assertTarget(url, allowPrivate, mapped);
  const start = pageAddress(target) ?? target;
  const started = Date.now();
  const running = await launchBrowser({ allowPrivate, resolve });
  const scan = new Scan(start, plan, options);
  const fetching = { allowPrivate, resolve, badCertificates: plan.badCertificates, signal };
  const visiting: VisitorOptions = {
    ownDomains: options.ownDomains,
    gate: options.gate,
    loadTimeoutMs: options.loadTimeoutMs,
    language: plan.language,
    device: plan.device,
    stayMs: plan.stayMs,
    headers: plan.headers,
    badCertificates: plan.badCertificates,
    silentHosts: new SilentHosts(),
  };
  const excerpted = new Set(
    (options.resume ?? []).flatMap(({ items }) => items.filter((item) => item.excerpt).map(itemKey)),
  );
  try {
    if (options.signIn) visiting.storageState = await signInOnce(options.signIn);
    for (const record of options.resume ?? []) scan.take(record, true);

    const robots = await readRobots(start, fetching);
    if (!plan.ownSite) {
      if (robots.problem) scan.problems.push({ page: new URL('/robots.txt', start).href, what: robots.problem });
      scan.obey(robots.allows, robots.delayMs);
    }
    if (plan.listed.length === 0) {
      scan.frontier.add(start, 0, true);
      const usual = new URL('/sitemap.xml', start).href;
      const [sitemaps] = await Promise.all([
        plan.sitemaps ? readSitemaps(robots.sitemaps, usual, fetching) : null,
        // The start goes ahead alone, since it may lead to another host.
        visitAll(1, false, 1),
      ]);
      if (sitemaps) {
        scan.sitemaps = sitemaps.pages.length > 0 ? sitemaps.files : 0;
        scan.problems.push(...sitemaps.problems);
        for (const page of sitemaps.pages) scan.frontier.add(page, 1);
      }
    }
    await visitAll(plan.parallel, false);
    if (plan.afterYes && !signal?.aborted) await visitAgainAfterYes();
  } finally {
    await running.close();
  }
  const disguises = signal?.aborted
    ? []
    : await findDisguises(scan.ownHosts(), options.ownDomains ?? [], options.nameServer);
  return scan.report({
    startedAt: new Date(started).toISOString(),
    seconds: (Date.now() - started) / 1000,
    target,
    browser: `Chromium ${running.version}`,
    disguises,
  });

  /** A lane keeps its visitor, since a new one costs a browser process; after trouble it takes a new one. */
  async function visitAll(lanes: number, afterYes: boolean, most = Number.POSITIVE_INFINITY, yes?: ChoiceCookie[]) {
    let begun = 0;
    const lane = async () => {
      let visitor: Visitor | null = null;
      let visits = 0;
      while (!signal?.aborted && begun < most) {
        const url = scan.next(afterYes);
        if (!url) {
          if (scan.current.size === 0) break;
          await pause(25);
          continue;
        }
        begun += 1;
        scan.current.add(url);
        scan.tell();
        await scan.turn(signal);
        let record: PageRecord;
        let har: HarEntry[] = [];
        let fit = false;
        try {
          if (!visitor) visits = 0;
          visits += 1;
          visitor ??= await Visitor.open(running.browser, { ...visiting, ...(yes && { initScript: TEST_VISITOR }) });
          if (yes) await visitor.context.addCookies(yes);
          record = await visitPage(visitor, url, {
            steps: plan.steps,
            host: scan.host,
            afterYes,
            anyHost: plan.listed.length > 0,
            excerpted,
            login: options.signIn?.address,
            signal,
          });
          if (plan.keepHar) har = visitor.har(url);
          // One who is signed in cannot be made new by clearing; a new one begins signed in.
          fit = record.page.outcome === 'ok' && !visitor.broken && !visiting.storageState && visits < MOST_VISITS;
          if (fit) await visitor.startAfresh();
        } catch (cause) {
          // The browser itself failed on this page; the scan goes on without it.
          record = failedRecord(url, afterYes, cause as Error);
          fit = false;
        }
        // A page that was broken off by a cancel was not visited; a later scan is to see it.
        if (!signal?.aborted || record.page.outcome === 'ok') {
          const kept = withoutSecrets(record, options.signIn);
          await options.onPage?.(kept, withoutSecrets(har, options.signIn));
          scan.take(kept);
        }
        if (!fit) {
          await visitor?.close();
          visitor = null;
        }
        scan.current.delete(url);
        scan.tell();
      }
      await visitor?.close();
    };
    await Promise.all(Array.from({ length: lanes }, lane));
    scan.current.clear();
  }

  async function visitAgainAfterYes(): Promise<void> {
    const visitor = await Visitor.open(running.browser, { ...visiting, initScript: TEST_VISITOR });
    let yes: ChoiceCookie[];
    try {
      yes = await sayYes(visitor, start, signal);
    } catch (cause) {
      const what = `nothing could be seen after a yes: ${(cause as Error).message}`;
      scan.problems.push({ page: start, what });
      return;
    } finally {
      await visitor.close();
    }
    scan.visitAgain();
    await visitAll(plan.parallel, true, Number.POSITIVE_INFINITY, yes);
  }

  async function signInOnce(recipe: SignIn): Promise<VisitorOptions['storageState']> {
    const visitor = await Visitor.open(running.browser, visiting);
    try {
      await signIn(visitor, recipe, signal);
      for (const seen of visitor.observations()) scan.fold.add(seen);
      return await visitor.context.storageState();
    } finally {
      await visitor.close();
    }
  }
}

/** What a scan knows so far, added up page by page so that a thousand pages need no more memory than their items. */
class Scan {
  readonly frontier: Frontier;
  readonly fold = new ItemFold();
  readonly pages: ScannedPage[] = [];
  readonly problems: { page: string; what: string }[] = [];
  readonly current = new Set<string>();
  sitemaps = 0;
  host: string | null = null;
  private readonly signs = new Map<string, Sign>();
  private readonly own = new Map<string, string>();
  private readonly latest: Item[] = [];
  private readonly known = new Set<string>();
  private again: string[] = [];
  private readonly seenAgain = new Set<string>();
  private allows: (url: string) => boolean = () => true;
  private forbidden = 0;
  private delayMs: number;
  private nextStart = 0;

  constructor(
    start: string,
    private readonly plan: ScanPlan,
    private readonly options: ScanOptions,
  ) {
    this.frontier = new Frontier(plan, new URL(start).host);
    this.delayMs = plan.delayMs;
  }

  obey(allows: (url: string) => boolean, delayMs: number): void {
    this.allows = allows;
    this.delayMs = Math.max(this.delayMs, delayMs);
  }

  /** The page to visit next, in the first round or, as somebody who said yes, in the second. */
  next(afterYes: boolean): string | null {
    if (afterYes) return this.again.shift() ?? null;
    for (let url = this.frontier.next(); url; url = this.frontier.next()) {
      const why = this.whyNot(url);
      if (!why) return url;
      this.frontier.passOver(url);
      this.pages.push({ url, status: null, seconds: 0, outcome: 'skipped', why });
    }
    return null;
  }

  private whyNot(url: string): string | null {
    if (this.options.signIn && WAY_OUT.test(new URL(url).pathname)) return 'would sign the visitor out';
    if (this.allows(url)) return null;
    this.forbidden += 1;
    return 'robots.txt asks not to visit it';
  }

  /** Puts every page that could be visited up for the second round. */
  visitAgain(): void {
    this.again = this.pages.filter((p) => p.outcome === 'ok' && !this.seenAgain.has(p.url)).map((p) => p.url);
  }

  /** Waits until the next page may be started. */
  async turn(signal?: AbortSignal): Promise<void> {
    const wait = this.nextStart - Date.now();
    this.nextStart = Math.max(Date.now(), this.nextStart) + this.delayMs;
    for (let left = wait; left > 0 && !signal?.aborted; left -= 200) await pause(Math.min(200, left));
  }

  take(record: PageRecord, before = false): void {
    const { page, afterYes, items, links, signs, problems, ownHosts, shape, host } = record;
    if (afterYes) this.seenAgain.add(page.url);
    else {
      this.pages.push(page);
      if (before) this.frontier.alreadyVisited(page.url);
      if (this.host === null && page.outcome === 'ok') {
        this.host = host;
        this.frontier.movedTo(host);
      }
      const depth = this.frontier.depthOf(page.url) + 1;
      for (const link of links) this.frontier.add(link, depth);
      if (shape) this.frontier.hasShape(page.url, shape);
    }
    for (const item of items) {
      this.fold.addItem(item);
      const key = itemKey(item);
      if (this.known.has(key)) continue;
      this.known.add(key);
      this.latest.unshift(item);
    }
    this.latest.length = Math.min(this.latest.length, LATEST);
    for (const sign of signs) {
      const key = `${sign.what}\n${sign.host}\n${sign.name}`;
      if (!this.signs.has(key)) this.signs.set(key, sign);
    }
    for (const what of problems) this.problems.push({ page: page.url, what });
    for (const own of ownHosts) if (!this.own.has(own)) this.own.set(own, page.url);
  }

  ownHosts(): { host: string; page: string }[] {
    return [...this.own].map(([host, page]) => ({ host, page }));
  }

  tell(): void {
    const { pages, frontier, again, fold } = this;
    this.options.onProgress?.({
      done: pages.length + this.seenAgain.size,
      waiting: frontier.waiting + again.length,
      failed: pages.filter((page) => page.outcome === 'failed' || page.outcome === 'timed-out').length,
      items: fold.size,
      current: [...this.current],
      latest: this.latest.map(({ kind, name, host, party }) => ({ kind, name, host, party })),
    });
  }

  private notVisited(): string[] {
    const visited = new Set(this.pages.map((page) => page.url));
    return this.frontier
      .addresses()
      .filter((url) => !visited.has(url))
      .slice(0, 3000);
  }

  report(about: {
    startedAt: string;
    seconds: number;
    target: string;
    browser: string;
    disguises: Sign[];
  }): ScanReport {
    const { disguises, ...head } = about;
    const items = this.fold.items();
    const signs = [...this.signs.values(), ...disguises];
    const desk = this.options.classify?.(items, signs);
    return {
      format: 'douane.scan/1',
      ...head,
      ...(this.options.signal?.aborted && { cancelled: true }),
      plan: this.plan,
      pages: this.pages,
      items: items.map((item) => withRuling(item, desk)),
      signs,
      coverage: {
        known: this.frontier.addresses().length,
        excluded: this.frontier.excluded,
        sitemaps: this.sitemaps,
        forbiddenByRobots: this.forbidden,
        sampled: this.frontier.sampled(),
        notVisited: this.notVisited(),
      },
      problems: this.problems,
    };
  }
}

function failedRecord(url: string, afterYes: boolean, cause: Error): PageRecord {
  const why = String(cause.message).split('\n')[0]!.slice(0, 200);
  const page: ScannedPage = { url, status: null, seconds: 0, outcome: 'failed', why };
  return { page, afterYes, host: '', links: [], shape: '', items: [], signs: [], problems: [], ownHosts: [] };
}

function withRuling(item: Item, desk: Pick<Desk, 'rule' | 'suggestion'> | undefined): ScannedItem {
  const ruling = desk?.rule(item);
  if (ruling) {
    const { by, reason, confidence, service, purpose } = ruling;
    return { ...item, service, purpose, ruling: { by, reason, confidence } };
  }
  const found = desk?.suggestion(item);
  if (!found) return { ...item, purpose: null };
  const { purpose, confidence, reason } = found;
  return { ...item, purpose: null, suggestion: { purpose, confidence, reason } };
}
