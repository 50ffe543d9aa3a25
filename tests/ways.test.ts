import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { openBrowser, quiet } from './support/browser';
import { LeakyWeb, type Means } from './support/leaky-web';
import { WAYS } from './ways';
import { ASKED, INSERTED } from './ways/at-run-time';
import { MARKUP } from './ways/markup';
import { AHEAD, ALONE, AS_READ, FRAMED, LED, REFUSED, type Rest, SAME_HOST, SENT } from './ways/rests';
import type { Way } from './ways/types';

const AT_ONCE = 8;

let web: LeakyWeb;
let browser: Browser;

beforeAll(async () => {
  web = await LeakyWeb.open(WAYS);
  browser = await openBrowser();
});
afterAll(async () => {
  await web?.close();
  await browser?.close();
});

/** Tries ways, several at once, by visitors who have chosen nothing; gives back those for which `visit` says so. */
async function those(
  ways: readonly Way[],
  means: Means,
  visit: (page: Page, way: Way) => Promise<boolean>,
): Promise<string[]> {
  const left = [...ways];
  const found: string[] = [];
  const lane = async () => {
    let page: Page | undefined;
    for (let way = left.shift(); way; way = left.shift()) {
      // Somebody new takes a process of his own, so he is only where something of the one before could be kept.
      page ??= await (await browser.newContext()).newPage();
      // A way may lead the page away, or never let it be done.
      await page.goto(web.pageOf(way, means), { timeout: 5_000 }).catch(() => {});
      if (await visit(page, way)) found.push(way.id);
      const isKept = way.stored !== undefined || (await page.context().cookies()).length > 0;
      if (!isKept && page.context().pages().length === 1) continue;
      await page.context().close();
      page = undefined;
    }
    await page?.context().close();
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
  return found.sort();
}
/** Whether anything of a way reached the third party, or is stored. */
const isOut = async (page: Page, way: Way, means: Means): Promise<boolean> =>
  way.stored ? hasStored(page, way.stored) : web.hasReached(way, means);
const hasStored = async (page: Page, name: string): Promise<boolean> =>
  (await page.context().cookies()).some((cookie) => cookie.name === name) ||
  page.evaluate(
    async (key) =>
      key in localStorage ||
      key in sessionStorage ||
      (await caches.has(key)) ||
      (await indexedDB.databases()).some((one) => one.name === key),
    name,
  );
const reaches = (page: Page, way: Way, means: Means) =>
  expect
    .poll(() => isOut(page, way, means), { timeout: 8_000 })
    .toBe(true)
    .then(
      () => true,
      () => false,
    );

it('are ways: each reaches the third party where there is no gate', async () => {
  expect(await those(WAYS, 'none', async (page, way) => !(await reaches(page, way, 'none')))).toEqual([]);
}, 240_000);

it('marked, whatever stands in the markup is held, and comes to life with a yes', async () => {
  const early: string[] = [];
  const dead = await those(MARKUP, 'marked', async (page, way) => {
    await page.locator('douane-banner section').waitFor();
    await quiet(page, 3_000);
    if (web.hasReached(way, 'marked')) early.push(way.id);
    await page.locator('douane-banner [data-act=accept]').click();
    return !(await reaches(page, way, 'marked'));
  });
  expect({ early, dead }).toEqual({ early: [], dead: [] });
}, 240_000);

const RESTS = {
  policy: [AHEAD, AS_READ, SENT, LED, FRAMED],
  header: [SAME_HOST, { ...SENT, ways: ['own cookie of the answer'] }, LED],
  edge: [],
  script: [AHEAD, SENT, LED, FRAMED, ...ALONE],
} satisfies Partial<Record<Means, Rest[]>>;

it.each(['policy', 'header', 'edge', 'script'] as const)(
  'by %s, all is held but for what is listed, with its reason',
  async (means) => {
    const out = await those(WAYS, means, async (page, way) => {
      await quiet(page, 3_000);
      return isOut(page, way, means);
    });
    console.info(`${means}: ${WAYS.length - out.length} of ${WAYS.length} ways held`);
    const listed = RESTS[means].flatMap(({ ways }: Rest) => ways);
    expect(out.filter((id) => !listed.includes(id))).toEqual([]);
  },
  240_000,
);

it('by script alone, what was held comes to life with a yes, but for what is listed', async () => {
  const left = RESTS.script.flatMap(({ ways }: Rest) => ways);
  const held = [...MARKUP, ...INSERTED, ...ASKED].filter(({ id }) => !left.includes(id));
  const dead = await those(held, 'agreed', async (page, way) => {
    await page.locator('douane-banner section').waitFor();
    await page.locator('douane-banner [data-act=accept]').click();
    await expect.poll(() => page.context().cookies()).not.toEqual([]);
    return !(await reaches(page, way, 'agreed'));
  });
  expect(dead.filter((id) => !REFUSED.ways.includes(id))).toEqual([]);
}, 240_000);
