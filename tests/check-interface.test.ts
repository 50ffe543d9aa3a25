import type { CheckedCase, CheckedItem, Verdict } from '@douane/core/check';
import { insertCheckedCases } from '@douane/server';
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, expect, it } from 'vitest';
import { expectAccessibleInBothThemes, openBrowser, openPage } from './support/browser';
import { type Client, freshOrganisation, startWorld, type World } from './support/world';

/** What is seen of checks: one of them closely, many cells, and two held against each other. */
const PAGE = 'http://harbour.localhost/fares';
let world: World;
let browser: Browser;
let page: Page;
let ines: Client;
let site: { id: string; organisationId: string };

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
});
beforeEach(async () => {
  ines = await freshOrganisation(world);
  const { id } = (await ines.call('POST', '/sites', { name: 'Harbour', address: 'http://harbour.localhost/' })).body;
  const { rows } = await world.db.query('SELECT organisation_id AS of FROM site WHERE id = $1', [id]);
  site = { id, organisationId: rows[0].of };
  page = await openPage(browser, world.url, ines);
});
afterEach(() => page?.context().close());
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

type Cells = Record<string, Verdict>;
const item = (service: string, verdict: Verdict): CheckedItem => ({
  ...{ kind: 'request', name: 'image', host: `${service.toLowerCase()}.localhost`, purpose: 'advertising', service },
  ...{ expected: 'hold', verdict, page: PAGE, chain: [] },
  firings:
    verdict === 'slipped'
      ? [
          { atMs: 400, permitted: false },
          { atMs: 900, permitted: false },
        ]
      : [],
  ...(verdict === 'slipped' && { firstAtMs: 400, url: 'http://ads.localhost/p.gif', cause: { code: 'no-choice' } }),
});
const visit = (choice: string, cells: Cells): CheckedCase => ({
  ...{ id: `DE ${choice}`, place: 'DE', signals: [], choice, regimes: ['eea'], asks: true, recordedAtMs: null },
  ...{ recorded: [], problems: [], items: Object.entries(cells).map(([service, verdict]) => item(service, verdict)) },
});

let minutes = 0;
/** Keeps a check that is done, newer than those before; its id. */
async function checked(...cases: CheckedCase[]): Promise<string> {
  const report = {
    format: 'douane.check/1',
    target: PAGE,
    startedAt: '2026-11-27T01:00:00Z',
    seconds: 3,
    browser: 'Chromium',
    version: 1,
    pages: [PAGE],
    exposed: [],
    summary: {},
  };
  const things = cases.flatMap(({ items }) => items).filter(({ verdict }) => verdict === 'slipped').length;
  minutes += 1;
  const { rows } = await world.db.query(
    `INSERT INTO run (organisation_id, site_id, kind, state, options, report, summary, requested_at, finished_at)
     VALUES ($1, $2, 'check', 'done', '{}', $3, $4, now() + $5 * interval '1 minute', now()) RETURNING id`,
    [site.organisationId, site.id, report, { things, cases: cases.length, pages: 1, version: 1 }, minutes],
  );
  await insertCheckedCases(world.db, site.organisationId, rows[0].id, cases);
  return rows[0].id;
}
const draft = async () => (await ines.call('GET', `/sites/${site.id}/draft`)).body;
const wished = async () => (await ines.call('GET', `/sites/${site.id}/check-setup`)).body.after;
const open = (rest = '') => page.goto(`${world.url}/sites/${site.id}/check${rest}`);
const focused = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
const press = async (...keys: string[]) => {
  for (const key of keys) await page.keyboard.press(key);
};

it('holds a check against the one before: what slips anew comes first, and where', async () => {
  await checked(visit('none', { Ads: 'held', Gull: 'slipped' }), visit('accept', { Ads: 'cleared', Gull: 'cleared' }));
  await checked(visit('none', { Ads: 'slipped', Gull: 'held' }), visit('accept', { Ads: 'cleared', Gull: 'cleared' }));
  await open();
  await page.getByRole('link', { name: 'compare with the one before' }).click();
  await page.getByRole('heading', { name: '1 slip anew, 1 mended' }).waitFor();
  const rows = page.locator('tbody tr');
  expect(await rows.first().innerText()).toMatch(/slips now\s+Ads[\s\S]*held then\s+slipped\s+DE, no choice/);
  expect(await rows.nth(1).innerText()).toMatch(/mended\s+Gull/);
  await expectAccessibleInBothThemes(page, 'two checks compared');
});

it('opens an earlier check again, and stays with it', async () => {
  const first = await checked(visit('none', { Ads: 'slipped' }));
  await checked(visit('none', { Ads: 'held' }));
  await open(`?check=${first}`);
  await page.getByRole('heading', { name: '1 item slipped in 1 kind of visit' }).waitFor();
  await page.getByRole('button', { name: /^Ads, DE, no choice: slipped/ }).click();
  expect(new URL(page.url()).searchParams.get('check')).toBe(first);
});

it('goes through thousands of cells by arrows, and draws only those in sight', async () => {
  const services = Object.fromEntries(
    Array.from({ length: 200 }, (_, i) => [`S${String(i).padStart(3, '0')}`, 'held' as Verdict]),
  );
  await checked(...Array.from({ length: 40 }, (_, i) => visit(`step-${i}`, services)));
  await open('?case=DE step-0');
  const cells = page.getByRole('table', { name: 'Verdicts by service and case' }).getByRole('button');
  await cells.first().focus();
  await press('ArrowDown', 'ArrowRight', 'ArrowRight');
  await expect.poll(focused).toBe('S001, DE, step-2: held');
  await press('Control+ArrowDown');
  await expect.poll(focused).toBe('S199, DE, step-2: held');
  expect(await cells.count()).toBeLessThan(1_000);
  await press('Enter');
  await page.getByRole('complementary').getByRole('heading', { name: 'S199' }).waitFor();
});

it('says of each mark what it is, by arrows, and shows the time that is asked for', async () => {
  await checked(visit('none', { Ads: 'slipped' }));
  await open();
  await page.getByRole('application', { name: /^Crossing chart/ }).focus();
  const said = page.getByRole('status').filter({ hasText: 'ms' });
  await press('ArrowRight');
  await expect
    .poll(() => said.innerText())
    .toMatch(/^400 ms Ads: image request to ads\.localhost, advertising, not permitted/);
  await press('ArrowRight');
  await expect.poll(() => said.innerText()).toMatch(/^900 ms/);
  await page.getByRole('slider', { name: 'Shown from, in milliseconds' }).focus();
  await press('PageUp', 'PageUp', 'PageUp', 'PageUp', 'PageUp');
  await page.getByText('1 mark before or after that not shown').waitFor();
  await page.getByRole('button', { name: 'Whole visit' }).click();
  await page.getByText('0 to 1020 ms').waitFor();
  await expectAccessibleInBothThemes(page, 'a check');
});

it('is checked by itself after publishing once that is wished', async () => {
  await checked(visit('none', { Ads: 'held' }));
  await world.db.query(
    `INSERT INTO release (organisation_id, site_id, number, setup, pointer) VALUES ($1, $2, 1, $3, '')`,
    [site.organisationId, site.id, (await draft()).setup],
  );
  await world.db.query('INSERT INTO publication (organisation_id, site_id, number) VALUES ($1, $2, 1)', [
    ...[site.organisationId, site.id],
  ]);
  const box = page.getByRole('checkbox', { name: 'When another release comes into force' });
  await open();
  await page.locator('summary', { hasText: 'As usual' }).click();
  await box.check();
  await expect.poll(() => wished()).toEqual(['publishing']);
  await page.reload();
  await page.locator('summary', { hasText: 'As usual' }).click();
  await expect.poll(() => box.isChecked()).toBe(true);
});

it('asks for checks of the chosen sites, and says where there can be none', async () => {
  await page.goto(`${world.url}/`);
  await page.getByRole('checkbox', { name: 'Choose Harbour' }).waitFor();
  await press('x');
  await page.getByRole('button', { name: 'Check 1 site' }).click();
  await page.getByText('Harbour: nothing is published yet, so there is nothing to check against.').waitFor();
  await expectAccessibleInBothThemes(page, 'the board with sites chosen');
  expect((await ines.call('GET', `/sites/${site.id}/checks`)).body.runs).toEqual([]);
});

it('makes a token that is shown once, and ends it', async () => {
  await page.goto(`${world.url}/sites/${site.id}/check/pipeline`);
  await page.getByLabel('What it is for').fill('Nightly');
  await press('Enter');
  await page.getByText('It is shown this once').waitFor();
  await expectAccessibleInBothThemes(page, 'checks from a pipeline');
  await page.getByRole('button', { name: 'End Nightly' }).click();
  await page.getByText('None yet.').waitFor();
  expect((await ines.call('GET', '/access-tokens')).body.tokens).toEqual([]);
});

it('checks a draft that was never published, and counts it nowhere', async () => {
  const address = `http://skerrysound.localhost:${world.web.port}/`;
  const { id } = (await ines.call('POST', '/sites', { name: 'Ferries', address })).body;
  const { setup } = (await ines.call('GET', `/sites/${id}/draft`)).body;
  world.web.state.snippet = `<script src="${setup.recorder}/gate.js"></script>`;
  world.web.state.fault = 'clean';
  await ines.call('PUT', `/sites/${id}/check-setup`, { cases: ['place=DE,choice=refuse'] });
  await page.goto(`${world.url}/sites/${id}/check/draft`);
  await page.getByRole('button', { name: 'Check the draft' }).click();
  await page.getByRole('heading', { name: /in 1 kind of visit/ }).waitFor({ timeout: 90_000 });
  await page.getByText('as it would be v1').waitFor();
  await expectAccessibleInBothThemes(page, 'a check of the draft');

  const [run] = (await ines.call('GET', `/sites/${id}/draft-checks`)).body.runs;
  const { report } = (await ines.call('GET', `/runs/${run.id}`)).body;
  expect(report).toMatchObject({ version: 1, cases: [{ choice: 'refuse', recorded: [{ step: 'refuse' }] }] });
  expect(report.cases[0].notChecked).toBeUndefined();
  expect((await ines.call('GET', `/sites/${id}`)).body.state).toMatchObject({ check: null, records: 0 });
  expect((await ines.call('GET', `/sites/${id}/records`)).body.records).toEqual([]);

  const elsewhere = await ines.run(id, 'draft-check', { address: 'http://other.localhost/' });
  expect(elsewhere).toMatchObject({ state: 'failed', why: expect.stringContaining('none of the site’s addresses') });
});
