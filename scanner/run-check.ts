import { availableParallelism } from 'node:os';
import {
  type CheckReport,
  essentialCases,
  exposedByCase,
  summarise,
  type VisitorCase,
  withCarried,
} from '@douane/core/check';
import { type Classifier, firstOf, setupClassifier, shippedClassifier } from '@douane/core/classify';
import type { Release } from '@douane/core/release';
import { launchBrowser } from './browser';
import type { GateOnTrial } from './draft-gate';
import { findPages } from './find-pages';
import { assertTarget, type Resolve } from './guard';
import type { HarEntry } from './har';
import { type CaseVisit, type LookUpRecords, visitCase } from './visit-case';

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
  const { allowPrivate = false, resolve = [], most = 12, parallel = LANES, signal, onHar } = options;
  const mapped = resolve.map((r) => r.host);
  // A page named by hand is looked at as closely as the target: it could be a file of this machine.
  for (const address of [target, ...(options.pages ?? [])]) await assertTarget(address, allowPrivate, mapped);
  const cases = options.cases ?? essentialCases(release);
  const classify = firstOf(setupClassifier(release.setup), options.catalogue ?? shippedClassifier());
  const started = Date.now();
  const running = await launchBrowser({ allowPrivate, resolve, trusted: options.trusted });
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
          ...{
            release,
            classify,
            pages,
            allowPrivate,
            resolve,
            signal,
            onHar,
            ledger: options.ledger,
            draft: options.draft,
          },
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
  const constant = seenTwice(visits.flatMap(({ identifiers }) => identifiers));
  const finished = visits.map(({ checked, carried }) => withCarried(checked, carried, constant));
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

/** What two visitors have alike tells neither of them from the other. */
function seenTwice(identifiers: readonly string[]): Set<string> {
  const once = new Set<string>();
  return new Set(identifiers.filter((one) => once.has(one) || !once.add(one)));
}
