import type { Because } from '@douane/core/classify';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { expectAccessibleInBothThemes, openBrowser, openPage } from './support/browser';
import { type Client, freshOrganisation, startWorld, type World } from './support/world';

/** The classifying desk as the specialist works it: by keyboard, and its other places. */
let world: World;
let browser: Browser;
let page: Page;
let ines: Client;
let siteId: string;
const errors: string[] = [];

/** Sixty things nobody knows: 28 single ones, 19 named alike, 13 of one host. */
const UNKNOWN = [
  ...Array.from(
    { length: 28 },
    (_, i) => `cookie,zq${'abcdefghijklmnopqrstuvwxyz12'[i]}_thing,host-${i}.example,${(i + 1) * 86_400}`,
  ),
  ...Array.from({ length: 19 }, (_, i) => `local-storage,leaf-${i},sixty.example,`),
  ...Array.from({ length: 13 }, (_, i) => `cookie,own${'abcdefghijklm'[i]},tern.example,60`),
];

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
});
beforeEach(async () => {
  ines = await freshOrganisation(world);
  siteId = (await ines.call('POST', '/sites', { name: 'Sixty', address: 'https://sixty.example/' })).body.id;
  const csv = `kind,name,host,lifetimeSeconds\n${UNKNOWN.join('\n')}`;
  await ines.bringIn(siteId, csv, 'sixty.csv');
  page = await openPage(browser, world.url, ines);
  page.on('pageerror', (error) => errors.push(error.message));
});
afterEach(async () => {
  await page?.context().close();
  expect(errors).toEqual([]);
});
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

interface Kept {
  id: string;
  name: string;
  host: string;
  ruling: { purpose: string; service: string; by: string; because: Because } | null;
  aside: { state: string; because: Because } | null;
}
const items = async (): Promise<Kept[]> => (await ines.call('GET', `/sites/${siteId}/items`)).body.items;
const rule = async (name: string, ruling: object) =>
  ines.call('POST', `/sites/${siteId}/rulings`, { itemIds: [(await find(name)).id], ...ruling });
const find = async (name: string) => (await items()).find((item) => item.name === name)!;
const go = (rest: string) => page.goto(`${world.url}/sites/${siteId}/classify${rest}`);
const docket = () => page.getByLabel('Docket');
const heading = () => page.locator('main h1').first();
const openNow = async () => Number(/^(\d+) of/.exec((await heading().textContent()) ?? '')?.[1] ?? 0);
const selectedName = () => page.locator('aside h2').textContent();
const inBothThemes = (what: string) => expectAccessibleInBothThemes(page, what);

it('rules sixty open items by keyboard alone', async () => {
  await page.goto(world.url);
  await page.getByText('sixty.example').waitFor();
  await page.keyboard.press('j');
  await page.keyboard.press('Enter');
  await page.getByRole('navigation', { name: 'Stations' }).waitFor();
  await page.keyboard.press('.');
  await page.getByPlaceholder('A site, a station, or what to do').waitFor();
  await page.keyboard.type('Classify');
  await page.getByRole('option', { name: 'Classify', exact: true }).waitFor();
  await page.keyboard.press('Enter');
  await expect.poll(openNow).toBe(60);

  // One by one: each key rules what is selected and goes on to the next.
  await page.keyboard.press('j');
  const ruled: Record<string, string> = {};
  const order = ['necessary', 'functional', 'measurement', 'advertising', 'embedded'];
  for (let i = 0; i < 20; i++) {
    await expect.poll(async () => (await selectedName()) && !((await selectedName())! in ruled)).toBe(true);
    const name = (await selectedName())!;
    if (name.startsWith('leaf') || name.startsWith('own')) break;
    ruled[name] = order[i % 5]!;
    await page.keyboard.press(String((i % 5) + 1));
    await expect.poll(openNow).toBe(60 - i - 1);
  }
  expect(Object.keys(ruled).length).toBeGreaterThanOrEqual(8);

  // The last one was wrong: taken back, and it is there again.
  const before = await openNow();
  await page.keyboard.press('u');
  await expect.poll(openNow).toBe(before + 1);
  const last = Object.keys(ruled).at(-1)!;
  expect((await find(last)).ruling).toBeNull();
  delete ruled[last];

  // Search, then mark those alike, and rule them at once.
  const searchFor = async (text: string) => {
    await page.keyboard.press('/');
    await page.keyboard.press('Control+A');
    await page.keyboard.type(text);
    await page.keyboard.press('Escape');
    await page.keyboard.press('j');
    await expect.poll(selectedName).toContain(text);
  };
  await searchFor('leaf-');
  await page.keyboard.press('s');
  await expect.poll(() => page.getByRole('status').textContent()).toContain('19 marked');
  await page.keyboard.press('2');
  await expect.poll(openNow).toBe(before + 1 - 19);

  // Rule one of a host, and the rest of it the same.
  await searchFor('own');
  await page.keyboard.press('4');
  await expect.poll(() => page.getByRole('status').textContent()).toContain('12 more of the same host');
  await page.keyboard.press('m');
  await expect.poll(openNow).toBe(before + 1 - 19 - 13);

  // All that is left.
  await page.keyboard.press('/');
  await page.keyboard.press('Control+A');
  await page.keyboard.press('Delete');
  await page.keyboard.press('Escape');
  await page.keyboard.press('a');
  await page.keyboard.press('3');
  await expect.poll(() => heading().textContent()).toBe('All 60 items are ruled');

  const kept = await items();
  for (const [name, purpose] of Object.entries(ruled))
    expect(kept.find((item) => item.name === name)?.ruling?.purpose, name).toBe(purpose);
  const of = (start: string) =>
    new Set(kept.filter((item) => item.name.startsWith(start)).map((item) => item.ruling?.purpose));
  expect([[...of('leaf-')], [...of('own')]]).toEqual([['functional'], ['advertising']]);
  expect(
    kept
      .filter((item) => item.name.startsWith('zq') && !(item.name in ruled))
      .every((item) => item.ruling?.purpose === 'measurement'),
  ).toBe(true);
  expect(kept.every((item) => item.ruling?.by === 'person')).toBe(true);
}, 120_000);

describe('the docket', () => {
  it('shows what a ruling changes, keeps its reason, basis and lifetime, and every ruling there was', async () => {
    const item = await find('zqa_thing');
    await rule('zqa_thing', { purpose: 'measurement' });
    await go(`/${item.id}`);
    await docket().getByText('Reason, legal basis, lifetime').click();
    await docket().getByLabel('Reason').fill('their contract says so');
    await docket().getByLabel('Legal basis').selectOption('legitimate-interests');
    await docket()
      .getByLabel(/Lifetime as visitors/)
      .fill('soon');
    await expect.poll(() => docket().textContent()).toContain('a number of days, or the word session');
    await docket()
      .getByLabel(/Lifetime as visitors/)
      .fill('30');
    await docket().getByLabel('Service').fill('Typed name');
    await page.locator('main h1').first().click();
    await page.keyboard.press('4');
    await expect
      .poll(() => page.getByRole('status').textContent())
      .toMatch(/zqa_thing ruled Advertising\. ?It waits for a yes under .*; may run until the visitor objects under/);
    await go(`/${item.id}`); // it had gone on to the next open one
    await expect.poll(() => docket().textContent()).toContain('their contract says so');
    expect((await find('zqa_thing')).ruling).toMatchObject({
      service: 'Typed name',
      legalBasis: 'legitimate-interests',
      lifetimeSeconds: 30 * 86_400,
    });
    await expect
      .poll(() => docket().getByRole('listitem').filter({ hasText: 'Take back' }).first().textContent())
      .toMatch(/Shown to visitors as: 1 mo.*Legal basis: legitimate interests \(GDPR Art\. 6\(1\)\(f\)\)/);
    await inBothThemes('docket of a ruled item');
    await docket().getByRole('button', { name: 'Take back' }).first().click();
    await expect
      .poll(async () => (await find('zqa_thing')).ruling?.because)
      .toEqual({ code: 'by-hand', person: 'Ines Varga' });
  });
  it('ignores with a reason, takes notes, and words a question for the developer', async () => {
    const item = await find('zqb_thing');
    await go(`/${item.id}`);
    await docket().getByRole('button', { name: 'Ignore it' }).click();
    await docket().getByLabel('Why it is ignored').fill('a leftover of our own tests');
    await page.keyboard.press('Enter');
    await expect
      .poll(async () => (await find('zqb_thing')).aside?.because)
      .toEqual({ code: 'said', text: 'a leftover of our own tests' });
    await go(`/${item.id}`);
    await docket().getByLabel('A note').fill('seen by <i>Ola</i>');
    await page.keyboard.press('Enter');
    await expect.poll(() => docket().textContent()).toContain('seen by <i>Ola</i>');
    await docket().getByRole('button', { name: 'Ask the developer' }).click();
    await expect.poll(() => docket().locator('pre').textContent()).toContain(`/classify/${item.id}`);
    await docket().getByRole('button', { name: 'Note that it was asked' }).click();
    await expect.poll(() => docket().textContent()).toContain('Asked the developer what this is for.');
  });
  it('tells of what somebody else ruled meanwhile, and rules anyway only when told to', async () => {
    const item = await find('zqc_thing');
    await page.route('**/api/events', (route) => route.abort());
    await go(`/${item.id}`);
    await expect.poll(selectedName).toBe('zqc_thing');
    await rule('zqc_thing', { purpose: 'embedded', service: 'S', reason: 'I know them' });
    await page.keyboard.press('1');
    const status = page.getByRole('status');
    await expect
      .poll(() => status.textContent())
      .toContain('Somebody ruled this meanwhile. Ines Varga ruled zqc_thing Embedded content: I know them');
    expect((await find('zqc_thing')).ruling?.purpose).toBe('embedded');
    await status.getByRole('button', { name: 'Rule anyway' }).click();
    await expect.poll(async () => (await find('zqc_thing')).ruling?.purpose).toBe('necessary');
  });
});

describe('the other places', () => {
  it('a house rule shows what it would change while it is written, then does it', async () => {
    const itemIds = (await items()).filter((item) => item.name.startsWith('own')).map(({ id }) => id);
    await ines.call('POST', `/sites/${siteId}/rulings`, { itemIds, purpose: 'advertising' });
    await ines.call('POST', `/sites/${siteId}/rulings`, { itemIds: itemIds.slice(0, 1), state: 'open' });
    await go('/house-rules');
    await docket().getByLabel('Named, * for any characters').fill('*');
    await docket().getByLabel('Purpose').selectOption('measurement');
    await docket().getByRole('textbox', { name: 'Service' }).fill('Tern');
    await expect.poll(() => docket().textContent()).toContain('would fit nearly every name');
    await docket().getByLabel('Named, * for any characters').fill('new*');
    await expect.poll(() => docket().textContent()).toContain('Fits 0 items. No item would be ruled otherwise.');
    await docket().getByLabel('Everything of this host').fill('tern.example');
    await docket().getByLabel('Named, * for any characters').fill('');
    await expect
      .poll(() => docket().textContent())
      .toContain('Fits 13 items, of which 13 were ruled by persons and stay.');
    await inBothThemes('house rules');
    await docket().getByRole('button', { name: 'Save rule' }).click();
    await expect.poll(() => page.locator('tbody').textContent()).toContain('everything of tern.example');
    expect((await find('owna')).ruling).toBeNull(); // kept open by a person, whom no rule overrules
  });
  it('what persons rule again and again is proposed as a rule, which a person makes', async () => {
    for (const name of ['owna', 'ownb', 'ownc']) await rule(name, { purpose: 'measurement', service: 'Tern' });
    await go('/house-rules');
    const proposed = page.getByLabel('Proposed');
    await expect.poll(() => proposed.textContent()).toContain('All 3 rulings by persons of everything of tern.example');
    await inBothThemes('proposed rules');
    await proposed.getByRole('link', { name: 'Make it a rule' }).click();
    await expect.poll(() => docket().textContent()).toContain('Fits 13 items');
    await docket().getByRole('button', { name: 'Save rule' }).click();
    await expect.poll(async () => (await find('ownd')).ruling?.by).toBe('house-rule');
    await expect.poll(() => proposed.count()).toBe(0);
  });
  it('services are taken up and merged', async () => {
    await rule('zqd_thing', { purpose: 'measurement', service: 'host-3.example' });
    await rule('zqe_thing', { purpose: 'measurement', service: 'host-4.example' });
    await go('/services/host-3.example');
    await docket().getByLabel('Provider').fill('Hosting Three');
    await docket().getByRole('button', { name: 'Take up this service' }).click();
    await expect.poll(() => docket().textContent()).toContain('Delete the record');
    await inBothThemes('services');
    await go('/services/host-4.example');
    await docket().getByLabel('The service it is').selectOption('host-3.example');
    await docket().getByRole('button', { name: 'Merge' }).click();
    await expect.poll(() => docket().textContent()).toContain('Also called');
    await expect
      .poll(async () => (await items()).find((item) => item.host === 'host-4.example')?.ruling?.service)
      .toBe('host-3.example');
  });
  it('purposes are renamed, added and put in order, and told to visitors so', async () => {
    await go('/purposes');
    await page.getByLabel('Name of another purpose').fill('Weather');
    await page.keyboard.press('Enter');
    const handle = page.getByRole('button', { name: 'Move weather' });
    await handle.focus();
    await page.keyboard.press('Space');
    await expect.poll(() => handle.getAttribute('aria-pressed')).toBe('true');
    await page.keyboard.press('ArrowUp');
    await expect
      .poll(() => page.getByText(/weather was moved over droppable area embedded/).count())
      .toBeGreaterThan(0);
    await page.keyboard.press('Space');
    await page.evaluate(() => scrollTo(0, 0));
    await inBothThemes('purposes');
    await page.getByRole('button', { name: 'Save draft' }).click();
    await page.getByRole('button', { name: 'Saved' }).waitFor();
    const { setup } = (await ines.call('GET', `/sites/${siteId}/draft`)).body;
    expect(setup.purposes.map(({ id }: { id: string }) => id)).toEqual([
      'necessary',
      'functional',
      'measurement',
      'advertising',
      'weather',
      'embedded',
    ]);
  });
  it('layers and the bar show what they would change before they are saved', async () => {
    await go('/known');
    await page.getByRole('checkbox', { name: /never/ }).check();
    await expect.poll(() => docket().textContent()).toContain('No item would be ruled otherwise.');
    await inBothThemes('what is known');
    await docket().getByRole('button', { name: 'Save for the organisation' }).click();
    await expect.poll(async () => (await ines.call('GET', '/knowledge')).body.settings.bar).toBe(1.01);
  });
  it('files are tried first, and told what is wrong in which line', async () => {
    await go('/files');
    const file = (text: string) => ({
      name: 'rulings.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(text, 'utf16le'),
    });
    const input = page.getByLabel('A file of rulings');
    await input.setInputFiles(file('kind;name;host;purpose\ncookie;owna;tern.example;fun'));
    await expect
      .poll(() => page.getByRole('alert').textContent())
      .toContain('line 2, purpose: "fun" is no purpose of this site');
    await input.setInputFiles(file('kind;name;host;purpose;service\ncookie;owna;tern.example;embedded;Tern'));
    await expect.poll(() => page.locator('main').textContent()).toContain('read as UTF-16. 1 would change');
    expect((await find('owna')).ruling).toBeNull();
    await inBothThemes('files');
    await page.getByRole('button', { name: 'Rule 1 item' }).click();
    await expect.poll(async () => (await find('owna')).ruling?.purpose).toBe('embedded');
  });
  it('what sites rule differently is listed', async () => {
    await rule('zqd_thing', { purpose: 'measurement' });
    const other = (await ines.call('POST', '/sites', { name: 'Other', address: 'https://other.example/' })).body.id;
    const csv = 'kind,name,host\ncookie,owna,tern.example\ncookie,zqd_thing,host-3.example';
    await ines.bringIn(other, csv, 'x.csv');
    const there = (await ines.call('GET', `/sites/${other}/items`)).body.items.find(
      (item: Kept) => item.name === 'zqd_thing',
    );
    expect(there.ruling).toMatchObject({ by: 'organisation' });
    await ines.call('POST', `/sites/${other}/rulings`, { itemIds: [there.id], purpose: 'embedded' });
    await go('/across-sites');
    await expect.poll(() => heading().textContent()).toMatch(/shared things? (is|are) ruled differently/);
    await inBothThemes('across sites');
  });
});
