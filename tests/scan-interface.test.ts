import { FREIGHT_ACCOUNT, FREIGHT_HOST } from '@douane/demo';
import { addFieldCounts } from '@douane/server';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { expectAccessible, openBrowser, openPage } from './support/browser';
import { type Client, freshOrganisation, startWorld, type World } from './support/world';

let world: World;
let browser: Browser;
let page: Page;
/** She took on a site and scanned it once; tests read it, and write only what no other looks at. */
let client: Client;
let tickets: string;
const errors: string[] = [];

/** Takes on the site of a host of the stand-in web. */
const takeOn = async (person: Client, host = 'skerrysound.localhost', path = '/'): Promise<string> =>
  (await person.call('POST', '/sites', { name: 'Ferry tickets', address: `http://${host}:${world.web.port}${path}` }))
    .body.id;
/** Leaves the pages out of its plan on which the film and the help stand. */
const plan = async (person: Client, siteId: string) => {
  const { body } = await person.call('GET', `/sites/${siteId}/scan-setup`);
  const steps = [{ do: 'click', on: '/about', selector: '.go' }];
  const asked = { ...body.plan, pages: 20, language: 'de', exclude: ['/routes/**', '/help'], steps };
  expect((await person.call('PUT', `/sites/${siteId}/scan-plan`, asked)).status).toBe(200);
};

beforeAll(async () => {
  world = await startWorld();
  client = await freshOrganisation(world);
  tickets = await takeOn(client);
  await client.run(tickets, 'scan');
  browser = await openBrowser();
});
const openAs = async (person: Client) => {
  await page?.context().close();
  page = await openPage(browser, world.url, person);
  page.on('pageerror', (error) => errors.push(error.message));
};
beforeEach(() => openAs(client));
afterEach(async () => {
  await page?.context().close();
  expect(errors).toEqual([]);
});
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

const go = (path: string) => page.goto(`${world.url}${path}`);
const heading = () => page.locator('main h1').first().textContent();
const docket = () => page.getByLabel('Docket');

it('sets up a scan: what patterns match shows as they are typed, and what is wrong says what would be right', async () => {
  await go(`/sites/${tickets}/scan/setup`);
  await expect.poll(() => docket().textContent()).toContain('13 of 13 known pages fit');
  await page.getByLabel('But none that fit').fill('/routes/**\n/help');
  await expect.poll(() => docket().textContent()).toContain('9 of 13 known pages fit');
  await page.getByLabel('At most').fill('many');
  await page.getByLabel('speaking').fill('klingon language');
  await page.getByRole('button', { name: 'Save set-up' }).click();
  await expect.poll(() => page.locator('#pages-problem').textContent()).toContain('number');
  expect(await page.locator('#language-problem').textContent()).toContain('such as en, de or pt-BR');
  expect(await page.getByLabel('But none that fit').inputValue()).toBe('/routes/**\n/help'); // nothing is lost
  await expectAccessible(page, 'set-up with problems');
  await page.getByLabel('only these addresses').check();
  const list = `Title;Address\nFares;http://skerrysound.localhost:${world.web.port}/fares\nOdd;nowhere\n`;
  await page
    .getByLabel('or from a file')
    .setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(list) });
  await expect
    .poll(() => page.locator('#listed-problem').textContent())
    .toContain('line 3: "Odd nowhere" holds no web address');
  await page.getByLabel('the whole site').check();
  await page.getByLabel('At most').fill('20');
  await page.getByLabel('speaking').fill('de');
  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByLabel('Selector of step 1').fill('.go');
  await page.getByLabel('Pages of step 1').fill('/about');
  await page.getByRole('button', { name: 'Save set-up' }).click();
  await expect.poll(() => page.getByRole('button', { name: 'Saved' }).count()).toBe(2);
  await page.getByLabel('Scan by itself').selectOption('text');
  await page.getByRole('textbox', { name: 'Cron text' }).fill('* * * * *');
  await page.getByRole('button', { name: 'Save schedule' }).click();
  await expect.poll(() => page.getByRole('alert').textContent()).toContain('leave at least a quarter of an hour');
  await page.getByLabel('Scan by itself').selectOption('weekly');
  await page.getByRole('button', { name: 'Save schedule' }).click();
  await expect.poll(() => page.locator('#schedule').textContent()).toContain('Next:');
  const { body } = await client.call('GET', `/sites/${tickets}/scan-setup`);
  expect(body.plan).toMatchObject({
    pages: 20,
    language: 'de',
    exclude: ['/routes/**', '/help'],
    steps: [{ do: 'click', on: '/about', selector: '.go' }],
  });
  expect(body.schedule.cron).toBe('0 3 * * 1');
});

it('scans by that plan, and tells of the page that could not be done as asked', async () => {
  const person = await freshOrganisation(world);
  const planned = await takeOn(person);
  await plan(person, planned);
  await openAs(person);
  await go(`/sites/${planned}/scan`);
  await page.getByRole('button', { name: 'Scan now' }).click();
  await expect.poll(heading, { timeout: 10_000 }).toBe('Scanning');
  await expectAccessible(page, 'running scan');
  await expect.poll(heading, { timeout: 60_000 }).toMatch(/^9 pages/);
  expect(await page.locator('main section').first().textContent()).toContain('2 left out by patterns');
  expect(await page.locator('main tbody').last().textContent()).toContain('step 1 (click): ".go" was not there');
  await expectAccessible(page, 'scan');
});

describe('a second scan, by a plan, after something came', () => {
  let person: Client;
  let twice: string;
  beforeAll(async () => {
    person = await freshOrganisation(world);
    twice = await takeOn(person);
    await person.run(twice, 'scan');
    await plan(person, twice);
    world.web.state.newcomer = true;
    await person.run(twice, 'scan');
    world.web.state.newcomer = false;
  });
  beforeEach(() => openAs(person));

  it('shows what came and went since the scan before, and what was not looked for', async () => {
    await go(`/sites/${twice}/scan`);
    await docket().getByRole('link', { name: 'compare with the one before' }).first().click();
    await expect.poll(heading).toMatch(/4 new/);
    const rows = page.locator('main tbody');
    expect(await rows.textContent()).toContain('fpl_id');
    expect(await rows.textContent()).toContain('its pages were not visited'); // the film stands on a route
    await page.getByRole('button', { name: 'fpl_id' }).click();
    expect(await docket().getByRole('list', { name: 'Brought in by' }).textContent()).toContain('/f.js');
    await expectAccessible(page, 'comparison');
  });

  it('rings an alarm until somebody has seen it', async () => {
    await go('/');
    await expect.poll(() => page.locator('tbody').textContent()).toContain('See 1 alarm about new things');
    await go(`/sites/${twice}/scan/alarms`);
    await expect.poll(heading).toBe('1 alarm nobody has seen yet');
    expect(await page.locator('article').textContent()).toContain('freshplover.localhost');
    await page.getByLabel('By mail, one address per line').fill('not an address');
    await docket().getByRole('button', { name: 'Save' }).click();
    await expect.poll(() => docket().textContent()).toContain('a mail address');
    await page.getByLabel('By mail, one address per line').fill('ines.varga@skerrysound.example');
    await docket().getByRole('button', { name: 'Save' }).click();
    await page.getByRole('button', { name: 'Mark as seen' }).click();
    await expect.poll(heading).toBe('Every alarm has been seen');
    await expectAccessible(page, 'alarms');
  });
});

it('signs in where the site asks for it, and shows how that went', async () => {
  const desk = await takeOn(client, FREIGHT_HOST, '/desk');
  await go(`/sites/${desk}/scan/setup`);
  await page.getByRole('button', { name: 'Sign in first' }).click();
  await page.getByLabel('Address of the login').fill(`http://${FREIGHT_HOST}:${world.web.port}/login`);
  await page.getByLabel('Field 1, by CSS selector').fill('input[name=name]');
  await page.getByLabel('is filled with').first().fill(FREIGHT_ACCOUNT.name);
  await page.getByLabel('Field 2, by CSS selector').fill('input[type=password]');
  await page.getByLabel('is filled with').last().fill(FREIGHT_ACCOUNT.password);
  await page.getByLabel('Then this is pressed').fill('button');
  await page.getByLabel('It worked when this shows').fill('#desk');
  await page.getByRole('button', { name: 'Save and try' }).click();
  await expect.poll(() => page.locator('figcaption').textContent(), { timeout: 30_000 }).toContain('Signed in');
  expect(
    await page.getByAltText('The page on which it ended').evaluate((img: HTMLImageElement) => img.naturalWidth),
  ).toBe(1280);
  await page.reload();
  await page.getByLabel('is filled with').last().waitFor();
  expect(await page.getByLabel('is filled with').last().inputValue()).toBe('');
  await expectAccessible(page, 'set-up with a sign-in');
});

it('groups, narrows and sorts what was found, and keeps a filter under a name', async () => {
  await go(`/sites/${tickets}/classify`);
  await page.getByRole('button', { name: 'cookies', exact: true }).click();
  await page.getByLabel('Groups').selectOption('service');
  const groups = page.locator('tbody th');
  await expect.poll(() => groups.first().textContent()).toMatch(/^Open \d+$/);
  await page.getByRole('button', { name: 'Save filter' }).click();
  await page.getByLabel('Name of the filter').fill('Cookies by service');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Forget it' }).waitFor();
  await expectAccessible(page, 'inventory in groups');
  await page.getByRole('button', { name: 'Show all' }).click();
  await page.getByRole('button', { name: 'Lives' }).click();
  await page.getByRole('button', { name: 'Lives' }).click();
  await expect.poll(() => page.locator('tbody tr').first().textContent()).toContain('_ogv'); // two years, the longest
  await page.keyboard.press('/');
  await page.keyboard.type('copperbarn cookie');
  await expect.poll(() => page.locator('tbody tr').count()).toBe(1);
  await page.getByLabel('Saved filters').selectOption('Cookies by service');
  await expect.poll(() => groups.count()).toBeGreaterThan(3);
});

it('shows what visitors met and no scan has seen, and puts it on the desk by keyboard', async () => {
  const person = await freshOrganisation(world);
  const siteId = await takeOn(person);
  const { rows } = await world.db.query('SELECT organisation_id AS id FROM site WHERE id = $1', [siteId]);
  const met = { organisationId: rows[0].id, siteId, page: '/shop/*', kind: 'script' as const };
  await addFieldCounts(world.db, [
    { ...met, host: 'went-out.localhost', held: false, count: 2 },
    { ...met, host: 'was-held.localhost', held: true, count: 5 },
  ]);
  await openAs(person);
  await page.goto(`${world.url}/sites/${siteId}/scan/visitors`);
  await page.getByRole('heading', { name: 'Visitors met 2 third parties that no scan has seen' }).waitFor();
  const rowsShown = () => page.locator('tbody tr').allInnerTexts();
  expect((await rowsShown()).map((row) => row.trim().split(/\s+/).slice(0, 2).join(' '))).toEqual([
    'was-held.localhost script;',
    'went-out.localhost script;',
  ]);
  await expectAccessible(page, 'what visitors met');
  await page.getByRole('button', { name: 'Put went-out.localhost on the desk' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Visitors met 1 third party' }).waitFor();
  await page.goto(`${world.url}/sites/${siteId}/classify`);
  await page.getByRole('row', { name: /went-out\.localhost/ }).waitFor();
});

it('brings in what another tool recorded, and says which lines it could not read', async () => {
  await go(`/sites/${tickets}/scan`);
  const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  const input = page.getByLabel('File to bring in');
  await input.setInputFiles(file('bad.csv', 'colour,size\nred,1\n'));
  await expect.poll(() => docket().textContent()).toContain('It has colour, size');
  await input.setInputFiles(file('cookies.csv', 'name,domain,lifetime\nfrom_elsewhere,ads.example,60\nbad,,\n'));
  await expect.poll(() => docket().textContent()).toContain('1 item taken in');
  await expect.poll(() => docket().textContent()).toContain('line 3, host');
  expect(await docket().textContent()).toContain('1 line could not be read');
  const { body } = await client.call('GET', `/sites/${tickets}/items`);
  expect(body.items.map((i: { name: string }) => i.name)).toContain('from_elsewhere');
});
