import { availableParallelism } from 'node:os';
import {
  type CheckedCase,
  type CheckReport,
  changeOf,
  changeWords,
  essentialCases,
  exposedByCase,
  summarise,
  type VisitorCase,
  withCarried,
} from '@douane/core/check';
import { type Classifier, firstOf, setupClassifier, shippedClassifier } from '@douane/core/classify';
import type { Release } from '@douane/core/release';
import type { Browser } from 'playwright-core';
import { launchBrowser } from './browser';
import type { GateOnTrial } from './draft-gate';
import { findPages } from './find-pages';
import { assertTarget, type Resolve } from './guard';
import type { HarEntry } from './har';
import { toldApartBy } from './told-apart';
import { type CaseVisit, type LookUpRecords, momentOf, visitCase } from './visit-case';
import { type Frame, frameAt } from './watch/film';

/** Visits at once, for each processor: most of a visit is waiting. */
const LANES = 6 * availableParallelism();

export interface CheckOptions {
  cases?: VisitorCase[];
  /** Addresses to visit in every case; found by following links where absent. */
  pages?: string[];
  /** Most pages per case. */
  most?: number;
  allowPrivate?: boolean;
  resolve?: Resolve[];
  /** See `launchBrowser`. */
  trusted?: readonly string[];
  /** Knows items that the release does not. */
  catalogue?: Classifier;
  /** Where the ledger can be asked, every record is looked up in it. */
  ledger?: LookUpRecords;
  /** Files of the release's gate, where it is not published: the visits get these, and have a recorder of their own. */
  draft?: GateOnTrial;
  /** Visits at once. */
  parallel?: number;
  /** Called with each picture (JPEG) of a moment in which something slipped, by the number that the items have for it. */
  onPicture?: (number: number, jpeg: Buffer) => void;
  /** Called with the requests of each case, for a HAR. */
  onHar?: (visitorCase: VisitorCase, entries: HarEntry[]) => void;
  signal?: AbortSignal;
  onProgress?: (progress: { done: number; of: number; current: string[] }) => void;
}

/**
 * Visits a site as every visitor case, each in an isolated context of one real browser, and judges what fired against
 * the moment the consent record was known to be committed. Choices are made by real clicks in the site's own banner.
 * Throws a sentence where the target or a page may not be visited.
 */
export async function runCheck(target: string, release: Release, options: CheckOptions = {}): Promise<CheckReport> {
  const { allowPrivate = false, resolve = [], most = 12, parallel = LANES } = options;
  const { ledger, draft, signal, onHar, onPicture } = options;
  const mapped = resolve.map((r) => r.host);
  // A page named by hand is looked at as closely as the target: it could be a file of this machine.
  for (const address of [target, ...(options.pages ?? [])]) await assertTarget(address, allowPrivate, mapped);
  const cases = options.cases ?? essentialCases(release);
  const classify = firstOf(setupClassifier(release.setup), options.catalogue ?? shippedClassifier());
  const started = Date.now();
  const running = await launchBrowser({ allowPrivate, resolve, trusted: options.trusted });
  const asked = { userAgent: await userAgentOf(running.browser), version: running.version };
  const probe = { ...asked, allowPrivate, resolve, signal, badCertificates: Boolean(options.trusted?.length) };
  const otherwise = toldApartBy(options.pages?.[0] ?? target, probe);
  const done = new Map<VisitorCase, CaseVisit>();
  let version: number | null = null;
  let pages: string[] = [];
  try {
    pages = (options.pages ?? (await findPages(running.browser, target, most, signal))).slice(0, most);
    const waiting = [...cases];
    const current = new Set<string>();
    const tell = () => options.onProgress?.({ done: done.size, of: cases.length, current: [...current] });
    const lane = async () => {
      for (let next = waiting.shift(); next && !signal?.aborted; next = waiting.shift()) {
        current.add(next.id);
        tell();
        const visit = await visitCase(running.browser, next, {
          ...{ release, classify, pages, allowPrivate, resolve, ledger, draft, signal, onHar },
          filmed: onPicture !== undefined,
        });
        done.set(next, visit);
        version ??= visit.version;
        current.delete(next.id);
        tell();
      }
    };
    await Promise.all(Array.from({ length: Math.min(parallel, cases.length) }, lane));
  } finally {
    await running.close();
  }
  const visits = cases.flatMap((c) => done.get(c) ?? []);
  const apart = await otherwise;
  const change = changeOf(visits.flatMap(({ served }) => served));
  for (const { checked, served } of visits) {
    if (apart) notProof(checked, apart);
    if (change && served.some(({ at }) => at < change.at)) notProof(checked, changeWords(change));
  }
  const constant = seenTwice(visits.flatMap(({ identifiers }) => identifiers));
  const finished = visits.map(({ checked, carried }) => withCarried(checked, carried, constant));
  showMoments(finished, visits, onPicture);
  return {
    format: 'douane.check/1',
    target,
    startedAt: new Date(started).toISOString(),
    seconds: (Date.now() - started) / 1000,
    browser: `Chromium ${running.version}`,
    version,
    pages,
    cases: finished,
    exposed: exposedByCase(visits.map(({ checked, exposed }) => ({ id: checked.id, exposed }))),
    summary: summarise(finished),
  };
}

/** Has each item that slipped name the picture of its moment; `take` is given each of these once. */
function showMoments(finished: CheckedCase[], visits: readonly CaseVisit[], take: CheckOptions['onPicture']): void {
  const numbers = new Map<Frame, number>();
  for (const [i, { items }] of finished.entries()) {
    for (const item of items.filter(({ verdict }) => verdict === 'slipped')) {
      const [moment] = momentOf(item);
      const frame = moment && frameAt(visits[i]!.frames, moment);
      if (!frame) continue;
      const number = numbers.get(frame) ?? numbers.size + 1;
      if (!numbers.has(frame)) take?.(number, frame.jpeg);
      numbers.set(frame, number);
      item.picture = { number, atMs: frame.atMs };
    }
  }
}

/** Tells that a visit is no proof, whatever was seen in it. */
function notProof(checked: CheckedCase, why: string): void {
  checked.notChecked = [...(checked.notChecked ?? []), why];
  checked.problems = [why, ...checked.problems];
}

/** What a browser calls itself to the sites that it visits. */
async function userAgentOf(browser: Browser): Promise<string> {
  const page = await browser.newPage();
  try {
    return await page.evaluate(() => navigator.userAgent);
  } finally {
    await page.close();
  }
}

/** What two visitors have alike tells neither of them from the other. */
function seenTwice(identifiers: readonly string[]): Set<string> {
  const once = new Set<string>();
  return new Set(identifiers.filter((one) => once.has(one) || !once.add(one)));
}
