import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { openBrowser } from './support/browser';
import { LeakyWeb, type Means } from './support/leaky-web';
import { ASKED, DISGUISED, INSERTED } from './ways/at-run-time';
import { MARKUP } from './ways/markup';
import type { Way } from './ways/types';

/** Ways in which a tag gets out, each tried in a browser and told by the log of the third party. */
const WAYS: Way[] = [...MARKUP, ...INSERTED, ...ASKED, ...DISGUISED];
const AT_ONCE = 4;

let web: LeakyWeb;
let browser: Browser;

beforeAll(async () => {
  web = await LeakyWeb.open(WAYS);
  browser = await openBrowser();
});
afterAll(async () => {
  web?.close();
  await browser?.close();
});

/** Tries ways, several at once, each as a visitor of its own; gives back those for which `visit` says so. */
async function those(
  ways: readonly Way[],
  means: Means,
  visit: (page: Page, way: Way) => Promise<boolean>,
): Promise<string[]> {
  const left = [...ways];
  const found: string[] = [];
  const lane = async () => {
    for (let way = left.shift(); way; way = left.shift()) {
      const context = await browser.newContext();
      try {
        const page = await context.newPage();
        // A way may lead the page away, or never let it be done.
        await page.goto(web.pageOf(way, means), { timeout: 10_000 }).catch(() => {});
        if (await visit(page, way)) found.push(way.id);
      } finally {
        await context.close();
      }
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
  return found.sort();
}
const quiet = (page: Page) => page.waitForLoadState('networkidle', { timeout: 5_000 }).catch(() => {});
const reaches = (way: Way, means: Means) =>
  expect
    .poll(() => web.hasReached(way, means), { timeout: 8_000 })
    .toBe(true)
    .then(
      () => true,
      () => false,
    );

it('are ways: each reaches the third party where there is no gate', async () => {
  expect(await those(WAYS, 'none', async (_page, way) => !(await reaches(way, 'none')))).toEqual([]);
}, 240_000);

it('marked, whatever stands in the markup is held, and comes to life with a yes', async () => {
  const marked = MARKUP.filter(({ unmarkable }) => !unmarkable);
  const early: string[] = [];
  const dead = await those(marked, 'marked', async (page, way) => {
    await page.locator('douane-banner section').waitFor();
    await quiet(page);
    if (web.hasReached(way, 'marked')) early.push(way.id);
    await page.locator('douane-banner [data-act=accept]').click();
    return !(await reaches(way, 'marked'));
  });
  expect({ early, dead }).toEqual({ early: [], dead: [] });
}, 240_000);

it('by the script alone, what a page does at run time', async () => {
  const out = await those([...INSERTED, ...ASKED, ...DISGUISED], 'script', async (page, way) => {
    await quiet(page);
    return web.hasReached(way, 'script');
  });
  console.log(out);
}, 240_000);
