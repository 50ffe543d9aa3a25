import { spawn } from 'node:child_process';
import { text } from 'node:stream/consumers';
import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { check, matchers, type VisitMatchers, watchVisit } from '../lib/index';
import { openBrowser } from './support/browser';
import { LeakyWeb } from './support/leaky-web';
import { ROOT } from './support/world';
import type { Way } from './ways/types';

declare module 'vitest' {
  interface Assertion<T> extends VisitMatchers<T> {}
}
expect.extend(matchers);

/** Douane in code of one's own: as a package, and beside one's own tests. */
const WAITS: Way = { id: 'waits', html: '<template data-gate="advertising"><img src="__AT__.gif" alt=""></template>' };
const LEAKS: Way = { id: 'leaks', html: '<img src="__AT__.gif" alt="">' };
let web: LeakyWeb;
let browser: Browser;
beforeAll(async () => {
  web = await LeakyWeb.open([WAITS, LEAKS]);
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await web?.close();
});

const setup = () => web.releaseOf(WAITS, 'script').setup;

it('is imported by its name, and checks a site', async () => {
  const code = `import { check, slippedThings, checkAsJunit } from 'douane';
    const settings = JSON.parse(process.argv[1]);
    const report = await check(settings.pages[0], settings);
    console.log(JSON.stringify([report.format, slippedThings(report.cases).map(({ item }) => item.host), checkAsJunit(report).includes('failures="1"')]));`;
  const pages = [web.pageOf(LEAKS, 'none')];
  const settings = { setup: setup(), pages, cases: ['place=DE,no-script'], allowPrivate: true };
  const child = spawn(process.execPath, ['--input-type=module', '-e', code, JSON.stringify(settings)], { cwd: ROOT });
  const [out, error] = await Promise.all([text(child.stdout), text(child.stderr)]);
  expect(error).toBe('');
  expect(JSON.parse(out)).toEqual(['douane.check/1', ['leak.localhost'], true]);
});

it.each([
  ['a setup that is none', { setup: { format: 'douane.setup/3' } }, /the setup: /],
  ['a file that is not there', { setup: '/no/such.json' }, /no such file/],
  ['a case that is none', { cases: ['place=Germany'] }, /place=Germany: place "Germany" is not a code/],
])('says what is wrong with %s', async (_what, wrong, says) => {
  await expect(check('http://page.localhost/', { setup: setup(), ...wrong })).rejects.toThrow(says);
});

describe('beside one’s own tests', () => {
  async function visiting(way: Way, place = 'DE') {
    const page = await browser.newPage();
    const visit = await watchVisit(page, { setup: setup(), place });
    await page.goto(web.pageOf(way, 'script'));
    await page.locator('douane-banner section').or(page.locator('douane-choices button')).first().waitFor();
    return { page, visit };
  }

  it('holds until the visitor says yes, and clears then', async () => {
    const { page, visit } = await visiting(WAITS);
    expect(visit).toHaveNothingSlipped();
    expect(visit).toHaveHeld('Leak');
    expect(visit).not.toHaveCleared('Leak');
    await page.locator('douane-banner [data-act="accept"]').click();
    await expect.poll(() => web.hasReached(WAITS, 'script')).toBe(true);
    await expect.poll(() => matchers.toHaveCleared(visit, 'Leak').pass).toBe(true);
    expect(visit).toHaveNothingSlipped();
    await page.close();
  });

  it('says what slipped, and of which service there is nothing', async () => {
    const page = await browser.newPage();
    const visit = await watchVisit(page, { setup: setup(), place: 'DE' });
    await page.goto(web.pageOf(LEAKS, 'none'), { waitUntil: 'load' });
    await expect.poll(() => matchers.toHaveNothingSlipped(visit).pass).toBe(false);
    expect(() => expect(visit).toHaveNothingSlipped()).toThrow(/Leak: request image of leak\.localhost slipped/);
    expect(() => expect(visit).toHaveHeld('Gull')).toThrow(/no service "Gull" in this visit; there are .*Leak/);
    await page.close();
  });
});
