import type { ScanPlan } from '@douane/core/coverage';
import type { FamilySettings } from '@douane/core/observe';
import type { ScannedPage } from '@douane/core/scan';
import type { SignIn } from '@douane/core/setup';
import type { Browser } from 'playwright-core';
import { type ChoiceCookie, TEST_VISITOR } from './consent-acts';
import type { HarEntry } from './har';
import type { PageRecord } from './page-record';
import type { ScanState } from './scan-state';
import { withoutSecrets } from './secrets';
import { visitPage } from './visit-page';
import { pause, Visitor, type VisitorOptions } from './visitor';
import type { ScriptsRead } from './watch/scripts';

/** After this many pages a lane takes a new visitor, since the old one's process grows. */
const MOST_VISITS = 50;

export interface LaneOptions {
  /** How many visitors are under way at once. */
  lanes: number;
  /** Most pages to visit; absent: until none is left. */
  most?: number;
  /** Cookies of somebody who said yes to everything, for the second round. */
  yes?: ChoiceCookie[];
  plan: ScanPlan;
  visiting: VisitorOptions;
  /** Items of which an excerpt of their script was taken; grows. */
  excerpted: Set<string>;
  /** See `VisitPageOptions`. */
  stayedFor: Set<string>;
  /** Scripts read on earlier pages; grows. */
  scripts: ScriptsRead;
  families?: FamilySettings;
  recipe?: SignIn;
  signal?: AbortSignal;
  /** Called with each page as it is done, and waited for. */
  onPage?: (record: PageRecord, har: HarEntry[]) => void | Promise<void>;
}

/** Visits the pages that a scan has before it, several side by side, until none is left or it is stopped. */
export async function runLanes(browser: Browser, scan: ScanState, options: LaneOptions): Promise<void> {
  const { lanes, most = Number.POSITIVE_INFINITY, yes, signal } = options;
  const afterYes = yes !== undefined;
  let begun = 0;
  const run = async () => {
    const lane = new Lane(browser, scan, options);
    while (!signal?.aborted && begun < most) {
      const url = scan.next(afterYes);
      if (!url) {
        if (scan.current.size === 0) break;
        await pause(25);
        continue;
      }
      begun += 1;
      scan.current.add(url);
      scan.tellProgress();
      await scan.turn(signal);
      await lane.visit(url, afterYes);
      scan.current.delete(url);
      scan.tellProgress();
    }
    await lane.end();
  };
  await Promise.all(Array.from({ length: lanes }, run));
  scan.current.clear();
}

/** A lane keeps its visitor, since a new one costs a browser process; after trouble it takes a new one. */
class Lane {
  private visitor: Visitor | null = null;
  private visits = 0;

  constructor(
    private readonly browser: Browser,
    private readonly scan: ScanState,
    private readonly options: LaneOptions,
  ) {}

  async visit(url: string, afterYes: boolean): Promise<void> {
    const { plan, recipe, signal, onPage } = this.options;
    let record: PageRecord;
    let har: HarEntry[] = [];
    let fit = false;
    try {
      const visitor = await this.take();
      record = await visitPage(visitor, url, {
        steps: plan.steps,
        first: this.scan.isFirst(url),
        stayedFor: this.options.stayedFor,
        explore: plan.explore,
        host: this.scan.host,
        afterYes,
        anyHost: plan.listed.length > 0,
        excerpted: this.options.excerpted,
        scripts: this.options.scripts,
        families: this.options.families,
        login: recipe?.address,
        signal,
      });
      if (plan.keepHar) har = visitor.har(url);
      fit = record.page.outcome === 'ok' && this.staysFit(visitor);
      if (fit) await visitor.startAfresh();
    } catch (cause) {
      // The browser itself failed on this page; the scan goes on without it.
      record = failedRecord(url, afterYes, cause as Error);
      fit = false;
    }
    // A page that was broken off by a cancel was not visited; a later scan is to see it.
    if (!signal?.aborted || record.page.outcome === 'ok') {
      const kept = withoutSecrets(record, recipe);
      await onPage?.(kept, withoutSecrets(har, recipe));
      this.scan.take(kept);
    }
    if (!fit) await this.end();
  }

  async end(): Promise<void> {
    await this.visitor?.close();
    this.visitor = null;
  }

  private async take(): Promise<Visitor> {
    const { visiting, yes } = this.options;
    if (!this.visitor) {
      this.visits = 0;
      this.visitor = await Visitor.open(this.browser, { ...visiting, initScript: TEST_VISITOR });
    }
    this.visits += 1;
    if (yes) await this.visitor.context.addCookies(yes);
    return this.visitor;
  }

  /** One who is signed in cannot be made new by clearing; a new one begins signed in. */
  private staysFit(visitor: Visitor): boolean {
    return !visitor.broken && !this.options.visiting.storageState && this.visits < MOST_VISITS;
  }
}

function failedRecord(url: string, afterYes: boolean, cause: Error): PageRecord {
  const why = String(cause.message).split('\n')[0]!.slice(0, 200);
  const page: ScannedPage = { url, status: null, seconds: 0, outcome: 'failed', why };
  return { page, afterYes, host: '', links: [], shape: '', items: [], signs: [], problems: [], ownHosts: [] };
}
