import { familiesOf, pageAddress } from './address';
import { wantedBy } from './patterns';
import type { ScanPlan } from './plan';

/** Pages of one template: how many were visited, how many were left, and how many shapes the visited ones had. */
export interface Sampled {
  family: string;
  visited: number;
  left: number;
  shapes: number;
}

interface Family {
  waiting: string[];
  visited: number;
  shapes: Set<string>;
}

/** Addresses kept in mind at most; a calendar has no end. */
const MOST_KNOWN = 100_000;

interface Known {
  depth: number;
  state: 'waiting' | 'visited' | 'left-out';
  shape?: string;
}

/**
 * Which pages of a site are visited, and in what order. The next page is always one of the family of which the fewest
 * were visited, so that a budget smaller than the site is spent on every kind of page instead of on one.
 */
export class Frontier {
  private readonly known = new Map<string, Known>();
  private families = new Map<string, Family>();
  /** How many addresses were known when the families were last made out. */
  private sortedAt = 0;
  private readonly familyOf = new Map<string, string>();
  private readonly wanted: (url: string) => boolean;
  private readonly firsts = new Set<string>();
  private taken = 0;
  private waitingCount = 0;
  private leftOut = 0;

  constructor(
    private readonly plan: Pick<ScanPlan, 'pages' | 'depth' | 'listed' | 'include' | 'exclude' | 'queries'>,
    /** Host with port; only its pages are visited, unless they were listed by hand. */
    private host: string,
  ) {
    this.wanted = wantedBy(plan.include, plan.exclude);
    for (const url of plan.listed) this.add(url, 0, true);
  }

  /** The address where it began may lead to another host: `example.org` to `www.example.org`. */
  movedTo(host: string): void {
    this.host = host;
  }

  /** Takes in an address found on a page at `depth` clicks from the start. Gives `true` where it is new and wanted. */
  add(link: string, depth: number, byHand = false): boolean {
    if (this.known.size >= MOST_KNOWN) return false;
    const url = pageAddress(link, byHand ? 'all' : this.plan.queries);
    if (!url || this.known.has(url)) return false;
    if (!byHand) {
      if (this.plan.listed.length > 0 || new URL(url).host !== this.host) return false;
      if (this.plan.depth !== null && depth > this.plan.depth) return false;
      if (!this.wanted(url)) {
        this.leftOut += 1;
        this.known.set(url, { depth, state: 'left-out' });
        return false;
      }
    }
    this.known.set(url, { depth, state: 'waiting' });
    this.waitingCount += 1;
    return true;
  }

  /** The page to visit next; `null`: none is waiting, or the budget is spent. */
  next(): string | null {
    if (this.taken >= this.plan.pages) return null;
    this.makeOutFamilies();
    let best: Family | null = null;
    for (const family of this.families.values()) {
      if (family.waiting.length > 0 && (!best || family.visited < best.visited)) best = family;
    }
    const url = best?.waiting.shift();
    if (!best || !url) return null;
    if (best.visited === 0) this.firsts.add(url);
    best.visited += 1;
    this.taken += 1;
    this.waitingCount -= 1;
    this.known.get(url)!.state = 'visited';
    return url;
  }

  /** A page that `next` gave was not visited after all, and costs nothing of the budget. */
  passOver(url: string): void {
    const family = this.families.get(this.familyOf.get(url) ?? '');
    if (family) family.visited -= 1;
    this.known.get(url)!.state = 'left-out';
    this.taken -= 1;
  }

  /** Counts a page that was visited before a restart; it is not visited again. */
  alreadyVisited(url: string): void {
    const known = this.known.get(url);
    if (known?.state === 'waiting') this.waitingCount -= 1;
    this.known.set(url, { depth: known?.depth ?? 0, state: 'visited' });
    this.taken += 1;
    this.sortedAt = 0;
  }

  /** The shape of a visited page, so that the report can say how alike the pages of a family were. */
  noteShape(url: string, shape: string): void {
    const known = this.known.get(url);
    if (known) known.shape = shape;
  }

  /** Whether a page that `next` gave was the first of its family. */
  isFirst(url: string): boolean {
    return this.firsts.has(url);
  }

  depthOf(url: string): number {
    return this.known.get(url)?.depth ?? 0;
  }

  /** Pages still to be visited within the budget. */
  get waiting(): number {
    return Math.min(this.waitingCount, this.plan.pages - this.taken);
  }

  /** Addresses that patterns left out. */
  get excluded(): number {
    return this.leftOut;
  }

  /** Every address known of, visited or not. */
  addresses(): string[] {
    return [...this.known.keys()];
  }

  /** Families of which pages were left when the budget was spent, the largest first. */
  sampled(): Sampled[] {
    this.makeOutFamilies(true);
    return [...this.families]
      .filter(([, { waiting }]) => waiting.length > 0)
      .map(([family, { waiting, visited, shapes }]) => ({ family, visited, left: waiting.length, shapes: shapes.size }))
      .sort((a, b) => b.left - a.left);
  }

  /** Which parts of addresses name one of many shows only when many are known, so families are made out anew at times. */
  private makeOutFamilies(anyway = false): void {
    if (
      !anyway &&
      this.sortedAt > 0 &&
      this.known.size < this.sortedAt * 1.1 &&
      this.known.size - this.sortedAt < 500
    ) {
      this.takeInNewcomers();
      return;
    }
    this.families = new Map();
    this.familyOf.clear();
    const urls = [...this.known.keys()];
    for (const [i, name] of familiesOf(urls).entries()) this.put(urls[i]!, name);
    this.sortedAt = this.known.size;
  }

  /** Those met since: each is of the family it would be of alone, until families are made out anew. */
  private takeInNewcomers(): void {
    if (this.familyOf.size === this.known.size) return;
    // A map keeps its order, so the newcomers stand last.
    const newcomers = [...this.known.keys()].slice(this.familyOf.size);
    for (const [i, name] of familiesOf(newcomers).entries()) this.put(newcomers[i]!, name);
  }

  private put(url: string, name: string): void {
    this.familyOf.set(url, name);
    let family = this.families.get(name);
    if (!family) {
      family = { waiting: [], visited: 0, shapes: new Set() };
      this.families.set(name, family);
    }
    const { state, shape } = this.known.get(url)!;
    if (state === 'waiting') family.waiting.push(url);
    if (state === 'visited') family.visited += 1;
    if (shape) family.shapes.add(shape);
  }
}
