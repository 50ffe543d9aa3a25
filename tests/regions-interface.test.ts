import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, expect, it } from 'vitest';
import { expectAccessibleInBothThemes, openBrowser, openPage } from './support/browser';
import { type Client, freshOrganisation, startWorld, type World } from './support/world';

/** Which laws a site serves, and what each of them says. */
let world: World;
let browser: Browser;
let page: Page;
let ines: Client;
let siteId: string;

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
});
beforeEach(async () => {
  ines = await freshOrganisation(world);
  siteId = (await ines.call('POST', '/sites', { name: 'Harbour', address: 'https://harbour.example/' })).body.id;
  page = await openPage(browser, world.url, ines);
});
afterEach(() => page?.context().close());
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

const go = (rest: string) => page.goto(`${world.url}/sites/${siteId}/regions${rest}`);
const served = async () => (await ines.call('GET', `/sites/${siteId}/draft`)).body.setup.regions.regimes;
const save = () => page.getByRole('button', { name: 'Save draft' }).click();

it('serves another law, and says at once who is asked what; then no more', async () => {
  await go('');
  await page.getByLabel('Visitor’s place').selectOption('KR');
  await page.getByText('No regime of this site covers KR').waitFor();
  await page.getByLabel('Serve another regime').selectOption({ label: 'Korea' });
  await page.getByText('KR is in the territory of Korea.').waitFor();
  await page.getByRole('columnheader', { name: 'Korea' }).waitFor();
  await save();
  await expect.poll(served).toContain('kr');
  await page.getByRole('button', { name: 'Serve Korea no more' }).click();
  await page.getByText('No regime of this site covers KR').waitFor();
  await save();
  await expect.poll(served).not.toContain('kr');
});

it('finds a law by its place, reads it by keyboard, and says what is served', async () => {
  await go('/laws');
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.keyboard.press('/');
  await page.keyboard.type('US-C');
  await expect.poll(() => page.locator('tbody tr').count()).toBe(3); // California, Colorado, Connecticut
  await page.keyboard.press('Escape');
  await page.locator('h1').click();
  await page.keyboard.press('j');
  await page.getByLabel('Docket').getByRole('heading', { name: 'California' }).waitFor();
  await page.keyboard.press('j');
  const docket = page.getByLabel('Docket');
  await docket.getByRole('heading', { name: 'Colorado' }).waitFor();
  await docket.getByText('4 CCR 904-3, rule 7.05, to be confirmed').waitFor();
  expect(page.url()).toMatch(/laws\/us-co$/);
  await expect
    .poll(() => page.locator('tbody tr').filter({ hasText: 'served' }).allTextContents())
    .toEqual([expect.stringContaining('California')]);
  await expectAccessibleInBothThemes(page, 'laws');
});

it('says so where no law fits', async () => {
  await go('/laws');
  await page.getByLabel('Search laws').fill('atlantis');
  await page.getByText('No law fits.').waitFor();
});
