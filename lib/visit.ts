import { firstOf, setupClassifier, shippedClassifier } from '@douane/core/classify';
import { type WatchedBy, WatchedVisit } from '@douane/scanner';
import { type GivenSetup, releaseOf } from './setup';

export interface WatchSettings extends Pick<WatchedBy, 'place' | 'gpc'> {
  setup: GivenSetup;
}

/** Whatever drives a page as Playwright does. */
type AnyPage = Parameters<typeof WatchedVisit.of>[0];

/**
 * Watches a page of your own tests from before it is gone to, as one visitor; `matchers` say what came of it. The page has
 * to be Chromium's.
 */
export async function watchVisit(page: unknown, { setup, place, gpc }: WatchSettings): Promise<WatchedVisit> {
  const release = await releaseOf(setup);
  const classify = firstOf(setupClassifier(release.setup), shippedClassifier());
  return WatchedVisit.of(page as AnyPage, { release, classify, place, gpc });
}
