import { type CheckedItem, judgeVisit, type VisitorCase, visitorCase } from '@douane/core/check';
import type { Classifier } from '@douane/core/classify';
import { indexPlan } from '@douane/core/hold';
import type { Release } from '@douane/core/release';
import { gateBase } from '@douane/core/setup/gate-base';
import type { Page } from 'playwright-core';
import { asVisitor } from './as-visitor';
import { confirmedRecords } from './case-steps';
import { isHeldAtOwn, isOfGate } from './of-site';
import { VisitClock } from './watch/clock';
import { PageWatch } from './watch/page-watch';

/** A main document larger than this is cut off. */
const MOST_BYTES = 10_000_000;

export interface WatchedBy {
  release: Release;
  classify: Classifier;
  /** Place of the visitor, such as `DE` or `US-CA`; empty: unknown. */
  place?: string;
  /** His browser sends the Global Privacy Control signal. */
  gpc?: boolean;
}

/**
 * A visit that somebody else drives, in a browser of his own: judged like those of a check, by what that browser tells of
 * the page. There is no second witness here; what only the network would show is not seen.
 */
export class WatchedVisit {
  private constructor(
    private readonly watch: PageWatch,
    private readonly clock: VisitClock,
    private readonly by: WatchedBy,
  ) {}

  /** To be called before the page is gone to. */
  static async of(page: Page, by: WatchedBy): Promise<WatchedVisit> {
    const { place = '', gpc = false } = by;
    const { site, recorder } = by.release.setup;
    const plan = indexPlan(by.release.plan);
    const clock = new VisitClock();
    await page.addInitScript({ content: asVisitor({ place, gpc, test: true }) });
    if (gpc) await page.setExtraHTTPHeaders({ 'Sec-GPC': '1' });
    const watch = await PageWatch.start(page, {
      ...{ clock, ownDomains: site.ownDomains, maxDocumentBytes: MOST_BYTES },
      countsOwn: isHeldAtOwn(plan),
      ownScript: isOfGate(recorder),
    });
    page.context().on('request', (request) => watch.alsoSeen(request.url(), request.resourceType()));
    return new WatchedVisit(watch, clock, by);
  }

  /** Every item of the visit so far, with its verdict; what slipped comes first. */
  items(): CheckedItem[] {
    const { release, classify } = this.by;
    const records = confirmedRecords(this.watch.requests, `${gateBase(release.setup)}/records`);
    const recorded = records.map(({ request, purposes, gpc }) => ({
      atMs: this.clock.fromMonotonic(request.answeredAt ?? request.sentAt),
      ...{ clickedAtMs: this.clock.fromMonotonic(request.sentAt), purposes, gpc },
    }));
    const visit = { visitorCase: this.visitor(), observations: this.watch.observations(), recorded };
    return judgeVisit(visit, release, classify).items;
  }

  private visitor(): VisitorCase {
    return visitorCase(this.by.place ?? '', [], this.by.gpc ? ['gpc'] : []);
  }
}
