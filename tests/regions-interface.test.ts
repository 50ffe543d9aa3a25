import { LISTENERS } from '@douane/core/listeners';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { expectAccessibleInBothThemes, openBrowser, openPage } from './support/browser';
import { type Client, freshOrganisation, startWorld, type World } from './support/world';

/** Which laws a site serves, which rules of its own it has, and what follows for whom. */
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
const regions = async () => (await ines.call('GET', `/sites/${siteId}/draft`)).body.setup.regions;
const served = async () => (await regions()).regimes;
const save = () => page.getByRole('button', { name: 'Save draft' }).click();
/** Chooses places by typing what they are called. */
async function pick(group: string | RegExp, ...typed: string[]): Promise<void> {
  await page.getByRole('group', { name: group }).getByRole('button', { name: /place/ }).press('Enter');
  for (const name of typed) {
    await page.getByPlaceholder('Country, state or group').fill(name);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Escape');
}
const docket = () => page.getByLabel('Docket');

it('serves another law, and says at once who is asked what; then no more', async () => {
  await go('');
  await page.getByLabel('Visitor’s place').selectOption('KR');
  await page.getByText('No regime of this site covers KR').waitFor();
  await page.getByLabel('Serve another law').selectOption({ label: 'Korea' });
  await page.getByText('KR is in the territory of Korea.').waitFor();
  await page.getByRole('rowheader', { name: 'Korea' }).waitFor();
  await save();
  await expect.poll(served).toContain('kr');
  await page.getByRole('button', { name: 'Own values for Korea' }).click();
  await page.getByRole('button', { name: 'Serve Korea no more' }).click();
  await page.getByText('No regime of this site covers KR').waitFor();
  await save();
  await expect.poll(served).not.toContain('kr');
});

describe('rules of a site', () => {
  it('are made by keyboard, counted while they are made, and keep their order', async () => {
    await go('');
    await page.getByRole('button', { name: 'Add a rule' }).press('Enter');
    await pick('Places of rule 1', 'united states');
    await page.getByText('Covers 52 places.').waitFor();
    await page.getByRole('button', { name: 'Add a rule' }).press('Enter');
    await pick('Places of rule 2', 'california', 'brazil');
    await page.getByText('Covers 1 place.').waitFor();
    await page.getByText('California is covered by rule 1 already.').waitFor();
    await page.getByRole('button', { name: 'Move rule 2 up' }).press('Enter');
    await page.getByText('Covers 2 places.').waitFor();
    await save();
    await expect
      .poll(async () => (await regions()).rules)
      .toEqual([
        { places: ['US-CA', 'BR'], treat: 'law' },
        { places: ['US'], treat: 'law' },
      ]);
    await page.getByLabel('Visitor’s place').selectOption('US-TX');
    await docket().getByText('Rule 2 of the site treats visitors from US-TX by the law of Texas.').waitFor();
  });

  it('need a reason where they are laxer than the law, and show it', async () => {
    await go('');
    await page.getByRole('button', { name: 'Add a rule' }).click();
    await pick('Places of rule 1', 'germany');
    await page.getByLabel('are treated').selectOption('nothing');
    await page.getByText('Laxer than the law in Germany').waitFor();
    await save();
    await page.getByRole('alert').getByText('regions.rules[0].reason').waitFor();
    await page.getByLabel('why', { exact: true }).fill('a page of nothing but text');
    await save();
    await expect
      .poll(async () => (await regions()).rules)
      .toEqual([{ places: ['DE'], treat: 'nothing', reason: 'a page of nothing but text' }]);
    await docket().getByText('Sees nothing.').waitFor();
    await docket().getByText('a page of nothing but text').waitFor();
    await expectAccessibleInBothThemes(page, 'rules');
  });
});

it('tries visitors of any age, choice and day, with the article of each step', async () => {
  await go('');
  await page.getByLabel('Visitor’s place').selectOption('US-CA');
  await docket().getByText('Sees the choices button, and is not asked.').waitFor();
  await page.getByLabel('aged').fill('14');
  await docket().getByText('Sees the banner, and is asked first.').waitFor();
  await docket().getByText('Under 16, Advertising waits for the child’s own yes.').waitFor();
  await page.getByLabel('aged').fill('12');
  await docket().getByText('kept off by age').waitFor();
  await page.getByLabel('aged').fill('');
  await page.getByLabel('sends Global Privacy Control').check();
  await docket().getByText('CCPA regulations § 7025').waitFor();
  await page.getByLabel('Visitor’s place').selectOption('DE');
  await page.getByLabel('who chose').selectOption('accept');
  await page.getByLabel('days ago').fill('200');
  await docket().getByText('The visitor’s yes to Measurement is 182 days old or older and has lapsed.').waitFor();
  await page.getByLabel('on', { exact: true }).fill('2001-01-01');
  await page.getByRole('alert').getByText('was in force on 2001-01-01').waitFor();
});

describe('the map', () => {
  it('shows a place’s rule and reasons, by pointer, by arrow keys and from its list', async () => {
    await go('/map');
    await page.locator('path[data-code=BR]').click();
    await docket().getByText('Why, in Brazil').waitFor();
    const map = page.getByRole('application', { name: /The world/ });
    await map.focus();
    await page.keyboard.press('ArrowUp');
    await expect.poll(() => page.url()).toMatch(/place=(GF|SR|GY)$/);
    await page.getByText('The United States').waitFor();
    await page.locator('path[data-code=US-CA]').click();
    await docket().getByText('US-CA is in the territory of California.').waitFor();
    const row = page.getByRole('row', { name: /waits for a yes/ });
    await row.locator('summary').click();
    await row.getByRole('button', { name: 'Liechtenstein' }).click();
    await docket().getByText('Why, in Liechtenstein').waitFor();
    await expectAccessibleInBothThemes(page, 'map');
  });

  it('tells what it hovers over', async () => {
    await go('/map');
    await page.locator('path[data-code=IN]').hover();
    await page.getByText('India: waits for a yes').waitFor();
  });
});

it('shows who is asked what as a document, and what differs from another version or day', async () => {
  await ines.publish(siteId);
  const { setup, revisions } = (await ines.call('GET', `/sites/${siteId}/draft`)).body;
  const body = { ...setup.regions, regimes: ['eu', 'us-ca', 'br'] };
  await ines.call('PUT', `/sites/${siteId}/draft`, { parts: { regions: { revision: revisions.regions, body } } });
  await go('/document');
  await page.getByRole('heading', { name: 'Brazil' }).waitFor();
  await expectAccessibleInBothThemes(page, 'document');
  await page.getByLabel('what differs from').check();
  await expect.poll(() => page.getByRole('article').count()).toBe(1);
  await page.getByRole('cell', { name: 'fallback: European Economic Area' }).waitFor();
  await page.getByLabel('Compare with: version').selectOption('draft');
  await page.getByText('Nothing differs.').waitFor();
  expect(await page.getByRole('link', { name: 'CSV' }).getAttribute('href')).toContain('beforeVersion=draft');
  await page.getByLabel('by the laws of').first().fill('1990-01-01');
  await page.getByRole('alert').getByText('was in force on 1990-01-01').waitFor();
});

it('tells where the law has changed since a release was made, and how', async () => {
  const { setup, revisions } = (await ines.call('GET', `/sites/${siteId}/draft`)).body;
  const body = { ...setup.regions, regimes: ['eu', 'in'] };
  await ines.call('PUT', `/sites/${siteId}/draft`, { parts: { regions: { revision: revisions.regions, body } } });
  await ines.publish(siteId);
  await go('');
  await page.getByRole('heading', { name: 'Laws served', exact: true }).waitFor();
  expect(await page.getByText('The law has changed').count()).toBe(0);
  await page.clock.setFixedTime('2028-01-01T12:00:00Z');
  await go('');
  await page.getByText('The law has changed in India since release 1 was made.').waitFor();
  await page.getByRole('link', { name: 'See what differs' }).click();
  await page.getByRole('article').filter({ hasText: 'India' }).getByText('forbidden: Advertising').waitFor();
});

it('says which laws bind the organisation, keeps the answers with their day, and serves what applies', async () => {
  await go('/applies');
  await pick('Where it is established', 'netherlands');
  await page.getByRole('row', { name: /^European Economic Area applies/ }).waitFor();
  await pick(/customers or readers/, 'united states');
  await page.getByRole('row', { name: /^California depends on what was not answered/ }).waitFor();
  await page.getByLabel('Add people of a place').selectOption('US-CA');
  await page.getByLabel('in California (US)').fill('250000');
  await page.getByRole('row', { name: /^California applies data of at least 100,000 people/ }).waitFor();
  await page.getByRole('button', { name: 'Keep these answers' }).click();
  await docket().getByText('California: 250,000').waitFor();
  await page.getByRole('button', { name: /^Serve these \d laws on this site/ }).click();
  await save();
  await expect.poll(served).toEqual(expect.arrayContaining(['eu', 'nl', 'us', 'us-ca']));
  await expectAccessibleInBothThemes(page, 'questionnaire');
  await page.reload();
  await docket().getByText('California: 250,000').waitFor();
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
  await docket().getByRole('heading', { name: 'California' }).waitFor();
  await page.keyboard.press('j');
  await docket().getByRole('heading', { name: 'Colorado' }).waitFor();
  await docket().getByText('4 CCR 904-3, rule 7.05, to be confirmed').waitFor();
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

describe('what holds', () => {
  const told = LISTENERS.find(({ takes }) => takes === 'arguments')!;
  const holding = async () => (await ines.call('GET', `/sites/${siteId}/draft`)).body.setup.holding;

  it('is chosen by keyboard: who holds, the server’s header, what follows a choice, and what tags are told', async () => {
    await go('');
    await page.getByRole('radio', { name: /the browser, by a policy/ }).focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Space');
    await page.getByRole('radio', { name: /what may run, runs/ }).focus();
    await page.keyboard.press('ArrowDown');
    await page.getByRole('checkbox', { name: new RegExp(told.name.slice(0, 12)) }).focus();
    await page.keyboard.press('Space');
    await page.getByLabel('analytics_storage').selectOption('Advertising');
    await expectAccessibleInBothThemes(page, 'what holds');
    await save();
    await expect.poll(holding).toMatchObject({
      by: 'script',
      header: true,
      afterChoice: 'reload',
      tells: [{ listener: told.id, purposes: { analytics_storage: 'advertising' } }],
    });
    await page.getByRole('checkbox', { name: new RegExp(told.name.slice(0, 12)) }).uncheck();
    await save();
    await expect.poll(async () => (await holding()).tells).toEqual([]);
  });
});
