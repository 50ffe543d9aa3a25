import { broadCases, type CheckReport, parseCase, type VisitorCase } from '@douane/core/check';
import type { Release } from '@douane/core/release';
import { type CheckOptions, runCheck } from '@douane/scanner';
import { type GivenSetup, releaseOf } from './setup';

export interface CheckSettings
  extends Pick<CheckOptions, 'allowPrivate' | 'trusted' | 'parallel' | 'signal' | 'onProgress'> {
  setup: GivenSetup;
  /** Visitors, each such as `place=DE,choice=refuse`. Absent: those that follow from the setup. */
  cases?: string[];
  /** Leave out the visits in which races are lost on purpose. */
  adverse?: boolean;
  /** Addresses to visit in each case. Absent: found by following links. */
  pages?: string[];
  /** Most of them; 12 where absent. */
  most?: number;
  /** Where hosts are to be found, such as `{ 'shop.example': '127.0.0.1:8080' }`. */
  resolve?: Record<string, string>;
}

/**
 * Visits a site as each kind of visitor and tells what was held, cleared, or slipped, as `douane check` does. Rejects with
 * a sentence where the setup, a case or the address is wrong, or no browser is there.
 */
export async function check(address: string, settings: CheckSettings): Promise<CheckReport> {
  const { setup, cases, adverse = true, resolve = {}, ...options } = settings;
  const release = await releaseOf(setup);
  return runCheck(address, release, {
    ...options,
    cases: cases ? cases.map((text) => caseOf(text, release)) : broadCases(release, adverse),
    resolve: Object.entries(resolve).map(([host, to]) => ({ host, to })),
  });
}

function caseOf(text: string, release: Release): VisitorCase {
  const read = parseCase(text, release);
  if (typeof read === 'string') throw new Error(`${text}: ${read}`);
  return read;
}
