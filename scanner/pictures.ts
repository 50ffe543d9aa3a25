import { BANNER_ELEMENT, BUTTON_ELEMENT } from '@douane/core/consent/banner-marks';
import type { PictureOf } from '@douane/core/scan';
import type { Browser } from 'playwright-core';
import { z } from 'zod';
import { TEST_VISITOR } from './consent-acts';
import { Visitor, type VisitorOptions } from './visitor';

const LOAD_MS = 5_000;
const TIMEOUT_MS = 5_000;
/** The window of each, in pixels. */
const WINDOWS: Record<PictureOf, { width: number; height: number }> = {
  desktop: { width: 1280, height: 800 },
  phone: { width: 390, height: 844 },
};
export type TakePicture = (device: PictureOf, jpeg: Buffer) => void | Promise<void>;

/**
 * Takes a picture of a page as it first comes up, in a window and in one as narrow as a phone's, without a banner of
 * ours. Throws a sentence where the page does not come up. What the page does meanwhile is noted nowhere: the scan has
 * seen it.
 */
export async function takePictures(
  browser: Browser,
  visiting: VisitorOptions,
  url: string,
  take: TakePicture,
  signal?: AbortSignal,
): Promise<void> {
  const visitor = await Visitor.open(browser, { ...visiting, device: 'desktop', initScript: TEST_VISITOR });
  const { page } = visitor;
  try {
    await page.goto(url, { waitUntil: 'domcontentloaded', timeout: LOAD_MS });
    // A picture that never comes holds nobody: what is there by then is what is seen.
    await page.waitForLoadState('load', { timeout: LOAD_MS }).catch(() => {});
    for (const device of Object.keys(WINDOWS) as PictureOf[]) {
      if (signal?.aborted) return;
      await page.setViewportSize(WINDOWS[device]);
      await visitor.watch.ask(z.unknown(), cleared, [BANNER_ELEMENT, BUTTON_ELEMENT]);
      await take(device, await page.screenshot({ type: 'jpeg', quality: 60, scale: 'css', timeout: TIMEOUT_MS }));
    }
  } finally {
    await visitor.close();
  }
}

/** Runs in the page: takes what is ours away. */
function cleared(ours: string[]): void {
  const all = Document.prototype.querySelectorAll.call(document, ours.join());
  for (let i = 0; i < all.length; i++) all[i]!.remove();
}
