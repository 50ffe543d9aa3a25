import type { Browser } from 'playwright-core';
import { type BrowserOptions, launchBrowser } from './browser';

/**
 * Starts a browser for one piece of work, and ends it after that, or after `timeoutMs`, whatever a page in it does: a script
 * that never ends keeps the driver waiting for ever. Throws a sentence where it took too long, `CannotRun` where there is no
 * browser.
 */
export async function withBrowser<T>(
  options: BrowserOptions & { timeoutMs: number },
  work: (browser: Browser) => Promise<T>,
): Promise<T> {
  const { timeoutMs, ...launch } = options;
  const running = await launchBrowser(launch);
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_done, fail) => {
    timer = setTimeout(() => fail(new Error(`it took longer than ${timeoutMs / 1000} s`)), timeoutMs);
  });
  try {
    const done = work(running.browser);
    // Nobody hears of it any more once it is late.
    done.catch(() => {});
    return await Promise.race([done, late]);
  } finally {
    clearTimeout(timer);
    await running.close();
  }
}
