import { familyOf, pageAddress } from './address';
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
  waiting: { url: string; depth: number }[];
  visited: number;
  shapes: Set<string>;
}

/** Addresses kept in mind at most; a calendar has no end. */
const MOST_KNOWN = 100_000;

/**
 * Which pages of a site are visited, and in what order. The next page is always one of the family of which the fewest
 * were visited, so that a budget smaller than the site is spent on every kind of page instead of on one.
 */
export class Frontier {
  private readonly known = new Map<string, number>();
  private readonly families = new Map<string, Family>();
  private readonly wanted: (url: string) => boolean;
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
        this.known.set(url, depth);
        return false;
      }
    }
    this.known.set(url, depth);
    this.family(url).waiting.push({ url, depth });
    this.waitingCount += 1;
    return true;
  }

  /** The page to visit next; `null`: none is waiting, or the budget is spent. */
  next(): string | null {
    if (this.taken >= this.plan.pages) return null;
    let best: Family | null = null;
    for (const family of this.families.values()) {
      if (family.waiting.length > 0 && (!best || family.visited < best.visited)) best = family;
    }
    const page = best?.waiting.shift();
    if (!best || !page) return null;
    this.take(best);
    this.waitingCount -= 1;
    return page.url;
  }

  /** A page that `next` gave was not visited after all, and costs nothing of the budget. */
  passOver(url: string): void {
    this.family(url).visited -= 1;
    this.taken -= 1;
  }

  /** Counts a page that was visited before a restart; it is not visited again. */
  alreadyVisited(url: string): void {
    const family = this.family(url);
    const at = family.waiting.findIndex((page) => page.url === url);
    if (at >= 0) {
      family.waiting.splice(at, 1);
      this.waitingCount -= 1;
    }
    if (!this.known.has(url)) this.known.set(url, 0);
    this.take(family);
  }

  /** The shape of a visited page, so that the report can say how alike the pages of a family were. */
  hasShape(url: string, shape: string): void {
    this.family(url).shapes.add(shape);
  }

  depthOf(url: string): number {
    return this.known.get(url) ?? 0;
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
    return [...this.families]
      .filter(([, { waiting }]) => waiting.length > 0)
      .map(([family, { waiting, visited, shapes }]) => ({ family, visited, left: waiting.length, shapes: shapes.size }))
      .sort((a, b) => b.left - a.left);
  }

  private take(family: Family): void {
    family.visited += 1;
    this.taken += 1;
  }

  private family(url: string): Family {
    const name = familyOf(url);
    let family = this.families.get(name);
    if (!family) {
      family = { waiting: [], visited: 0, shapes: new Set() };
      this.families.set(name, family);
    }
    return family;
  }
}
