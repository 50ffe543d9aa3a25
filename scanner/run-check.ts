import {
  type CheckedCase,
  type CheckReport,
  essentialCases,
  judgeVisit,
  summarise,
  type VisitorCase,
} from '@douane/core/check';
import { type Classifier, firstOf, setupClassifier, shippedClassifier } from '@douane/core/classify';
import type { Setup } from '@douane/core/setup';
import type { Browser } from 'playwright-core';
import { launchBrowser, type Resolve } from './browser';
import { makeChoice } from './consent-acts';
import { findPages } from './find-pages';
import { assertTarget } from './guard';
import type { HarEntry } from './har';
import { pause, Visitor } from './visitor';
import type { SeenRequest } from './watch/requests';

export interface CheckOptions {
  cases?: VisitorCase[];
  /** Addresses to visit in every case; found by following links where absent. */
  pages?: string[];
  /** Most pages per case. */
  most?: number;
  allowPrivate?: boolean;
  resolve?: Resolve[];
  /** Knows items that the setup does not. */
  catalogue?: Classifier;
  parallel?: number;
  /** Called with the requests of each case, for a HAR. */
  onHar?: (visitorCase: VisitorCase, entries: HarEntry[]) => void;
  signal?: AbortSignal;
  onProgress?: (progress: { done: number; of: number; current: string[] }) => void;
}

const RECORD_WAIT_MS = 12_000;

/**
 * Visits a site as every visitor case, each in an isolated context of one real browser, and judges what fired against
 * the moment the consent record was known to be committed. Choices are made by real clicks in the site's own banner.
 */
export async function runCheck(target: string, setup: Setup, options: CheckOptions = {}): Promise<CheckReport> {
  const { allowPrivate = false, resolve = [], most = 12, parallel = 2, signal } = options;
  await assertTarget(
    target,
    allowPrivate,
    resolve.map((r) => r.host),
  );
  const cases = options.cases ?? essentialCases(setup);
  const classify = firstOf(setupClassifier(setup), options.catalogue ?? shippedClassifier());
  const started = Date.now();
  const running = await launchBrowser({ allowPrivate, resolve });
  const done = new Map<VisitorCase, CheckedCase>();
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
        const visit = await visitCase(running.browser, next, pages, setup, classify, options);
        done.set(next, visit.checked);
        version ??= visit.version;
        current.delete(next.id);
        tell();
      }
    };
    await Promise.all(Array.from({ length: Math.min(parallel, cases.length) }, lane));
  } finally {
    await running.close();
  }
  const finished = cases.flatMap((c) => done.get(c) ?? []);
  return {
    format: 'douane.check/1',
    target,
    startedAt: new Date(started).toISOString(),
    seconds: (Date.now() - started) / 1000,
    browser: `Chromium ${running.version}`,
    version,
    pages,
    cases: finished,
    summary: summarise(finished),
  };
}

async function visitCase(
  browser: Browser,
  visitorCase: VisitorCase,
  pages: string[],
  setup: Setup,
  classify: Classifier,
  { signal, onHar }: CheckOptions,
): Promise<{ checked: CheckedCase; version: number | null }> {
  const gpc = visitorCase.signals.includes('gpc');
  const problems: string[] = [];
  const visitor = await Visitor.open(browser, {
    ownDomains: setup.site.ownDomains,
    gate: setup.recorder,
    initScript: asVisitor({ place: visitorCase.place, gpc, test: true }),
    ...(gpc && { headers: { 'Sec-GPC': '1' } }),
  });
  let version: number | null = null;
  let recordId: string | undefined;
  try {
    const [first, ...others] = pages;
    const arrival = await visitor.goto(first!, signal);
    if (arrival.outcome !== 'ok') problems.push(`${first}: ${arrival.why}`);
    version = await visitor.page.evaluate(() => window.douane?.version ?? null).catch(() => null); // page failed; told above
    if (version === null) problems.push('The gate was not found on the first page.');
    else if (visitorCase.choice !== 'none') {
      const steps =
        visitorCase.choice === 'withdraw' ? (['accept', 'refuse'] as const) : ([visitorCase.choice] as const);
      for (const [i, step] of steps.entries()) {
        try {
          await makeChoice(visitor.page, step);
        } catch {
          problems.push(`"${step}" could not be chosen: the banner or its button did not show.`);
          break;
        }
        if (!(await recordsMade(visitor, setup, i + 1))) {
          problems.push(`The recorder did not confirm "${step}" within ${RECORD_WAIT_MS / 1000} s.`);
          break;
        }
        await visitor.page.waitForLoadState('load').catch(() => {}); // a withdrawal loads the page anew
        await visitor.settle(signal);
      }
    }
    for (const page of others) {
      if (signal?.aborted) break;
      const result = await visitor.goto(page, signal);
      if (result.outcome !== 'ok') problems.push(`${page}: ${result.why}`);
    }
    recordId = await keptRecord(visitor);
    await visitor.leave();
    onHar?.(visitorCase, visitor.har(visitorCase.id));
    const recorded = records(visitor, setup).map(({ request, purposes, gpc: inSight }) => ({
      atMs: visitor.clock.fromMonotonic(request.answeredAt ?? request.sentAt),
      clickedAtMs: visitor.clock.fromMonotonic(request.sentAt),
      purposes,
      gpc: inSight,
    }));
    const { items, regimes, asks } = judgeVisit(
      { visitorCase, observations: visitor.observations(), recorded },
      setup,
      classify,
    );
    const checked: CheckedCase = {
      id: visitorCase.id,
      place: visitorCase.place,
      signals: visitorCase.signals,
      choice: visitorCase.choice,
      regimes,
      asks,
      recordedAtMs: recorded[0]?.atMs ?? null,
      clickedAtMs: recorded[0]?.clickedAtMs ?? null,
      ...(visitorCase.choice === 'withdraw' && { withdrawnAtMs: recorded[1]?.atMs ?? null }),
      ...(recordId && { record: { id: recordId } }),
      items,
      problems: [...problems, ...visitor.problems],
    };
    return { checked, version };
  } finally {
    await visitor.close();
  }
}

/** Tells the gate which visitor this is, and gives the page the signal as a browser that sends it would. */
function asVisitor(visit: { place: string; gpc: boolean; test: boolean }): string {
  const signal = `Object.defineProperty(Navigator.prototype, 'globalPrivacyControl', { get: () => ${visit.gpc}, configurable: true });`;
  return `window.douaneVisit = ${JSON.stringify(visit)}; ${signal}`;
}

/** The choices that the recorder confirmed in this visit, in order. */
function records(
  visitor: Visitor,
  setup: Setup,
): { request: SeenRequest; purposes: Record<string, boolean>; gpc: boolean }[] {
  const address = `${setup.recorder.replace(/\/$/, '')}/records`;
  return visitor.watch.requests.all.flatMap((request) => {
    if (request.url !== address || request.status !== 201 || !request.posted) return [];
    const { purposes, gpc } = JSON.parse(request.posted) as { purposes: Record<string, boolean>; gpc: boolean };
    return [{ request, purposes, gpc }];
  });
}

async function recordsMade(visitor: Visitor, setup: Setup, count: number): Promise<boolean> {
  const end = Date.now() + RECORD_WAIT_MS;
  while (Date.now() < end) {
    if (records(visitor, setup).length >= count) return true;
    await pause(20);
  }
  return false;
}

async function keptRecord(visitor: Visitor): Promise<string | undefined> {
  const cookies = await visitor.context.cookies().catch(() => []); // the context may have crashed; told as a problem
  const kept = cookies.find((cookie) => cookie.name === 'douane_choice');
  return kept && decodeURIComponent(kept.value).split('|')[1];
}
