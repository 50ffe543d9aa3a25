import { BANNER_ELEMENT, BUTTON_ELEMENT } from '@douane/core/consent/banner-marks';
import type { PictureOf } from '@douane/core/scan';
import type { Browser } from 'playwright-core';
import { z } from 'zod';
import { TEST_VISITOR } from './consent-acts';
import { Visitor, type VisitorOptions } from './visitor';

const TIMEOUT_MS = 5_000;
const DEVICES = ['desktop', 'phone'] as const;
export type TakePicture = (device: PictureOf, jpeg: Buffer) => void | Promise<void>;

/**
 * Takes a picture of a page as it first comes up in a window and on a phone, without a banner of ours. Throws a sentence
 * where the page does not come up. What the page does meanwhile is noted nowhere: the scan has seen it.
 */
export async function takePictures(
  browser: Browser,
  visiting: VisitorOptions,
  url: string,
  take: TakePicture,
  signal?: AbortSignal,
): Promise<void> {
  for (const device of DEVICES) {
    if (signal?.aborted) return;
    const visitor = await Visitor.open(browser, { ...visiting, device, stayMs: 0, initScript: TEST_VISITOR });
    try {
      const arrival = await visitor.goto(url, signal);
      if (arrival.outcome !== 'ok') throw new Error(`${url} ${arrival.why}`);
      await visitor.watch.ask(z.unknown(), cleared, [BANNER_ELEMENT, BUTTON_ELEMENT]);
      const jpeg = await visitor.page.screenshot({ type: 'jpeg', quality: 60, scale: 'css', timeout: TIMEOUT_MS });
      await take(device, jpeg);
    } finally {
      await visitor.close();
    }
  }
}

/** Runs in the page: takes what is ours away, and goes back to its head. */
function cleared(ours: string[]): void {
  const all = Document.prototype.querySelectorAll.call(document, ours.join());
  for (let i = 0; i < all.length; i++) all[i]!.remove();
  scrollTo({ top: 0, behavior: 'instant' });
}
