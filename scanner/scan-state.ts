import type { Desk } from '@douane/core/classify';
import { Frontier, type ScanPlan } from '@douane/core/coverage';
import { type FamilySettings, floodWords, type Item, ItemFold, itemKey, type Sign } from '@douane/core/observe';
import type { ScannedPage, ScanProgress, ScanReport, SiteLook } from '@douane/core/scan';
import { scannedItem } from '@douane/core/scan';
import type { SignIn } from '@douane/core/setup';
import type { PageRecord } from './page-record';
import { pause } from './visitor';

const LATEST = 12;
/** Addresses that end a session, by the words that sites use for it; one who is signed in stays away from them. */
const WAY_OUT =
  /(^|[/_-])(log|sign)[_-]?(out|off)([/_.-]|$)|(^|\/)(abmelden|deconnexion|cerrar-sesion|uitloggen)([/.]|$)/i;
export interface ScanStateOptions {
  /** What is made of the items at the end; where absent all stay open. */
  classify?: (items: readonly Item[], signs: readonly Sign[]) => Pick<Desk, 'rule' | 'suggestion'>;
  /** What people settled about names that vary. */
  families?: FamilySettings;
  /** Recipe for pages behind a login. */
  signIn?: SignIn;
  signal?: AbortSignal;
  onProgress?: (progress: ScanProgress) => void;
}

/** What a scan knows so far, added up page by page so that a thousand pages need no more memory than their items. */
export class ScanState {
  readonly frontier: Frontier;
  readonly fold: ItemFold;
  readonly pages: ScannedPage[] = [];
  readonly problems: { page: string; what: string }[] = [];
  readonly current = new Set<string>();
  sitemaps = 0;
  host: string | null = null;
  /** Of the first page that answered. */
  look: SiteLook | undefined;
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
    private readonly options: ScanStateOptions,
  ) {
    this.fold = new ItemFold(options.families);
    this.frontier = new Frontier(plan, new URL(start).host);
    this.delayMs = plan.delayMs;
  }

  /** Keeps to what `robots.txt` allows, and to the time that it asks to be left between pages. */
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

  /** Whether a page is the first that is visited of its family; see `Frontier`. */
  isFirst(url: string): boolean {
    return this.frontier.isFirst(url);
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

  /** Adds up what came of a page. `before`: it was visited before a restart. */
  take(record: PageRecord, before = false): void {
    const { page, afterYes, items, links, signs, problems, ownHosts, shape, host } = record;
    this.look ??= record.look;
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
      if (shape) this.frontier.noteShape(page.url, shape);
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

  /** Hosts of the site's own that were contacted, each with a page that did. */
  ownHosts(): { host: string; page: string }[] {
    return [...this.own].map(([host, page]) => ({ host, page }));
  }

  /** Says how far the scan is. */
  tellProgress(): void {
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

  /** The whole of it, at the end. */
  report(about: { startedAt: string; seconds: number; target: string; browser: string; cloaked: Sign[] }): ScanReport {
    const { cloaked, ...head } = about;
    const items = this.fold.items();
    const signs = [...this.signs.values(), ...cloaked];
    const problems = [
      ...this.problems,
      ...this.fold.flooded().map((flood) => ({ page: head.target, what: floodWords(flood) })),
    ];
    const desk = this.options.classify?.(items, signs);
    return {
      format: 'douane.scan/1',
      ...head,
      ...(this.options.signal?.aborted && { cancelled: true }),
      plan: this.plan,
      pages: this.pages,
      items: items.map((item) => {
        const ruling = desk?.rule(item);
        return scannedItem(item, ruling, ruling ? null : desk?.suggestion(item));
      }),
      signs,
      coverage: {
        known: this.frontier.addresses().length,
        excluded: this.frontier.excluded,
        sitemaps: this.sitemaps,
        forbiddenByRobots: this.forbidden,
        sampled: this.frontier.sampled(),
        notVisited: this.notVisited(),
      },
      problems,
      ...(this.look && { look: this.look }),
    };
  }
}
