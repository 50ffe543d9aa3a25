import { SMALL_SITES } from '@douane/demo';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { expectAccessibleInBothThemes, openBrowser, openPage, quiet } from './support/browser';
import { Client, startWorld, type World } from './support/world';

/** The path of a newcomer: an address, what is filled in, a snippet; then the site's developer and a visitor. */
let world: World;
let browser: Browser;
let page: Page;
let ines: Client;

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
  ines = await new Client(world.url).signIn();
  page = await openPage(browser, world.url, ines);
});
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

const step = (number: number) => page.getByRole('region', { name: `Step ${number}` });

it('goes from an address to a gate that holds, with every step filled in', async () => {
  const facts = { established: ['IE'], offersTo: ['IE', 'GB'] };
  expect((await ines.call('POST', '/organisation/answers', facts)).status).toBe(201);
  const { wool } = SMALL_SITES;
  await page.goto(`${world.url}/sites/new`);
  await page.getByLabel('Address').fill(`${wool.host}:${world.web.port}`);
  await page.getByLabel('Name').fill(wool.name);
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'First steps' }).waitFor();
  const siteId = /sites\/([^/]+)/.exec(page.url())![1]!;
  const setup = async () => (await ines.call('GET', `/sites/${siteId}/draft`)).body.setup;

  // What follows from the scan and the organisation's answers is there without a press.
  await step(1).getByRole('heading', { name: '4 pages scanned' }).waitFor({ timeout: 40_000 });
  await expect
    .poll(async () => (await setup()).banner)
    .toMatchObject({
      face: { light: { sheet: wool.face.background, ink: wool.face.ink }, family: 'Georgia, serif' },
      policyUrl: `http://${wool.host}:${world.web.port}/privacy`,
    });
  await expect.poll(async () => (await setup()).regions.regimes).toEqual(expect.arrayContaining(['eu', 'uk']));
  expect(await step(3).getByRole('checkbox', { name: 'Great Britain, binds you' }).isChecked()).toBe(true);
  const shown = page.frameLocator('iframe[title="The banner over the site’s page"]');
  await shown.locator('douane-banner .sheet').waitFor();
  expect(await shown.locator('body').evaluate((body) => body.classList.contains('pictured'))).toBe(true);
  await expectAccessibleInBothThemes(page, 'first steps');

  // What nothing suggests a purpose for is asked for; the rest is filled in.
  const open = step(2).getByRole('combobox');
  for (const select of await open.all()) if ((await select.inputValue()) === '') await select.selectOption('necessary');
  await step(2)
    .getByRole('button', { name: /^Rule \d+ items? so$/ })
    .click();
  // The draft that is published is the one that has all of them; until it is here, and drawn, nothing can be pressed.
  await page.getByRole('region', { name: 'Step 2, done' }).waitFor();

  await step(5)
    .getByLabel(/^Why it is published/)
    .fill('providers are named next week');
  await step(5).getByRole('button', { name: 'Publish v1' }).click();
  await page.getByRole('heading', { name: 'The gate is ready' }).waitFor();
  const snippet = await step(6).locator('code, pre').first().innerText();
  world.web.state.snippets[wool.host] = snippet;
  const visitor = await browser.newPage({ userAgent: 'Mozilla/5.0 Visitor/wool' });
  world.web.log.clear();
  await visitor.goto(`http://${wool.host}:${world.web.port}/`);
  await visitor.locator('douane-banner section').waitFor();
  const reached = () => world.web.log.all().filter(({ agent }) => agent.endsWith('wool'));
  await quiet(visitor);
  expect(reached()).toEqual([]);
  await visitor.locator('douane-banner [data-act=accept]').click();
  await expect
    .poll(() => reached().map(({ host }) => host))
    .toEqual(expect.arrayContaining(['oddgull.localhost', 'copperbarn.localhost']));
  await visitor.close();
});

it('fills in nothing over what somebody has settled, and says what is missing before it can', async () => {
  const { jobs } = SMALL_SITES;
  const address = `http://${jobs.host}:${world.web.port}/`;
  const { id } = (await ines.call('POST', '/sites', { name: jobs.name, address })).body;
  const { banner, regions } = (await ines.call('GET', `/sites/${id}/draft`)).body.setup;
  banner.face.radius = 11;
  await ines.saveDraft(id, { banner, regions: { ...regions, regimes: ['eu'] } });
  await page.goto(`${world.url}/sites/${id}/first`);
  await step(2).getByText('As soon as a scan has seen the site.').waitFor();
  await step(6).getByText('As soon as something is published.').waitFor();
  await step(1)
    .getByRole('button', { name: /^Scan / })
    .click();
  await step(1).getByRole('heading', { name: '2 pages scanned' }).waitFor({ timeout: 40_000 });
  await step(2).getByText('open', { exact: true }).or(step(2).getByText(/open/)).first().waitFor();
  const after = (await ines.call('GET', `/sites/${id}/draft`)).body.setup;
  expect([after.banner.face.radius, after.banner.face.light, after.regions.regimes]).toEqual([
    11,
    banner.face.light,
    ['eu'],
  ]);
  // The site's own colours are one press away.
  await step(4).getByLabel('Take').selectOption('site');
  await expect
    .poll(async () => (await ines.call('GET', `/sites/${id}/draft`)).body.setup.banner.face.light.sheet)
    .toBe(jobs.face.background);
});
