import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Declaration } from '@douane/core/policy';
import type { Purpose } from '@douane/core/setup';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { expectAccessible, openBrowser } from './support/browser';
import { Client, startWorld, type World } from './support/world';

/** The cookie policy as visitors read it: hosted, and put into a page of the site's. */
let world: World;
let browser: Browser;
let ines: Client;
let siteId: string;
let base: string;

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
  ines = await new Client(world.url).signIn();
  const address = `http://skerrysound.localhost:${world.web.port}/`;
  siteId = (await ines.call('POST', '/sites', { name: 'Ferry tickets', address })).body.id;
  const text = 'kind,name,host,purpose\ncookie,og_id,oddgull.localhost,\n';
  await ines.bringIn(siteId, text);
  const { items } = (await ines.call('GET', `/sites/${siteId}/items`)).body;
  const itemIds = items.map(({ id }: { id: string }) => id);
  await ines.call('POST', `/sites/${siteId}/rulings`, { itemIds, purpose: 'measurement', service: 'Oddgull' });
  const { setup } = (await ines.call('GET', `/sites/${siteId}/draft`)).body;
  await ines.saveDraft(siteId, { banner: { ...setup.banner, languages: ['en', 'de'] } });
  base = setup.recorder;
  await ines.publish(siteId);
});
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

const ask = (name: string, headers: Record<string, string> = {}) => fetch(`${base}/${name}`, { headers });

it('is one answer that may be kept, in the language that is wanted', async () => {
  const german = await ask('policy', { 'accept-language': 'fr;q=0.2, de-AT;q=0.9' });
  expect([german.status, german.headers.get('content-language'), german.headers.get('vary')]).toEqual([
    200,
    'de',
    expect.stringContaining('accept-language'),
  ]);
  expect(await german.text()).toContain('<h1>Cookie-Richtlinie</h1>');
  expect((await ask('policy', { 'accept-language': 'fr' })).headers.get('content-language')).toBe('en');

  const page = await ask('policy.en.html');
  expect(page.headers.get('content-security-policy')).toContain("default-src 'none'");
  expect(page.headers.get('cache-control')).toBe('public, max-age=60');
  const etag = page.headers.get('etag')!;
  expect((await ask('policy.en.html', { 'if-none-match': etag, 'cache-control': 'max-age=0' })).status).toBe(304);
  for (const name of ['policy.fr.html', 'policy.en.exe', 'policy.EN.html', 'policy.__proto__.html'])
    expect((await ask(name)).status, name).toBe(404);
});

it('is what is in force, and the draft’s only for those who look after the site', async () => {
  const names = ({ declaration }: { declaration: Declaration }) =>
    declaration.purposes.flatMap(({ services }) => services.map(({ name }) => name));
  const inForce = async () => names(await (await ask('policy.en.json')).json());
  expect(await inForce()).toEqual(['Oddgull']);
  const { items } = (await ines.call('GET', `/sites/${siteId}/items`)).body;
  await ines.call('POST', `/sites/${siteId}/rulings`, {
    itemIds: [items[0].id],
    purpose: 'measurement',
    service: 'Oddgull measurement',
  });
  const draft = (await ines.call('GET', `/sites/${siteId}/draft/policy.en.json`)).body;
  expect(names(draft)).toEqual(['Oddgull measurement']);
  expect(await inForce()).toEqual(['Oddgull']);
  await ines.publish(siteId);
  expect(await inForce()).toEqual(['Oddgull measurement']);
});

it('is accessible, light and dark, and runs nothing', async () => {
  const page = await (await browser.newContext()).newPage();
  await page.goto(`${base}/policy.en.html`);
  await page.getByRole('heading', { name: 'Cookie policy' }).waitFor();
  await page.getByRole('link', { name: 'Deutsch' }).click();
  await page.getByRole('heading', { name: 'Cookie-Richtlinie' }).waitFor();
  expect(await page.locator('script').count()).toBe(0);
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    await expectAccessible(page, `the cookie policy, ${colorScheme}`);
  }
  await page.context().close();
});

it('is put into a page of the site’s by one line, under a strict policy too, and is a link without JavaScript', async () => {
  const line = `<script src="${base}/policy.en.js"></script><noscript><a href="${base}/policy.en.html">Cookie policy</a></noscript>`;
  const csp = `script-src ${new URL(base).origin}; style-src 'none'; require-trusted-types-for 'script'; trusted-types 'none'`;
  const shop = createServer((_req, res) => {
    res.writeHead(200, { 'content-security-policy': csp, 'content-type': 'text/html' });
    res.end(`<!doctype html><html lang="en"><title>Shop</title><main>${line}<p>after it</p></main></html>`);
  }).listen(0, '127.0.0.1');
  await once(shop, 'listening');
  const open = async (javaScriptEnabled: boolean): Promise<Page> => {
    const page = await (await browser.newContext({ javaScriptEnabled })).newPage();
    await page.goto(`http://shop.localhost:${(shop.address() as AddressInfo).port}/`);
    return page;
  };
  const page = await open(true);
  const main = page.getByRole('main');
  await main.getByText('og_id').waitFor();
  expect(await main.innerText()).toMatch(/^Cookie policy.*og_id.*after it$/s);
  // Where no gate runs the way to the choice is on the site.
  const choices = main.getByRole('link', { name: 'Privacy choices' });
  expect(await choices.getAttribute('href')).toMatch(/^http:\/\/skerrysound\.localhost:\d+\/#douane-open$/);
  // Beside a gate the reader's own choice stands in it, and opens there.
  const gated = await (await browser.newContext({ locale: 'en' })).newPage();
  await gated.addInitScript(() => {
    const choice = {
      record: '3f0f6c3e-0000-4000-8000-000000000001',
      release: 7,
      atSeconds: Date.UTC(2026, 10, 27, 12) / 1000,
      purposes: { measurement: true, advertising: false },
    };
    const before = { ...choice, record: '3f0f6c3e-0000-4000-8000-000000000000', release: 6, purposes: {} };
    localStorage.setItem(
      'douane.history',
      JSON.stringify([choice, before, null, 'odd', { ...before, atSeconds: 'x' }]),
    );
    Object.assign(window, { douane: { choice: () => choice } });
  });
  await gated.goto(page.url());
  await gated
    .getByText(/^Record: 3f0f6c3e-0000-4000-8000-000000000001, November 27, 2026.*, v7: Measurement$/)
    .waitFor();
  expect(await gated.getByRole('listitem').first().innerText()).toMatch(/^3f0f6c3e-.*000, .*, v6: Refused\. /);
  expect(await gated.getByRole('button', { name: 'Privacy choices' }).getAttribute('data-douane-open')).toBe('');
  await gated.context().close();
  await page.context().close();

  const plain = await open(false);
  expect(await plain.getByRole('link', { name: 'Cookie policy' }).getAttribute('href')).toBe(`${base}/policy.en.html`);
  await plain.context().close();
  shop.closeAllConnections();
  shop.close();
});

it('tells a reader who comes with the number of his record what he chose, and nobody else', async () => {
  const { setup } = (await ines.call('GET', `/sites/${siteId}/draft`)).body;
  const refused = Object.fromEntries(setup.purposes.map(({ id, necessary }: Purpose) => [id, necessary === true]));
  const version = Number(/"release":(\d+)/.exec(await (await ask('gate.js')).text())![1]);
  const record = async (purposes: object, method: string, replaces: string | null) => {
    const id = randomUUID();
    const body = { id, version, place: 'DE', language: 'en', purposes, method, gpc: false, replaces };
    const origin = `http://skerrysound.localhost:${world.web.port}`;
    const { status } = await fetch(`${base}/records`, {
      method: 'POST',
      headers: { origin },
      body: JSON.stringify(body),
    });
    expect(status).toBe(201);
    return id;
  };
  const first = await record(refused, 'refuse-all', null);
  const second = await record({ ...refused, measurement: true }, 'chosen', first);
  const read = async (of: string) => {
    const answer = await ask(`policy.en.html?record=${of}`);
    const says = [...(await answer.text()).matchAll(/<(?:p|li)>([^<]*[0-9a-f-]{36}, [^<]*)</g)].map(([, line]) => line);
    return { says, kept: answer.headers.get('cache-control'), leaks: answer.headers.get('referrer-policy') };
  };
  const day = String.raw`\w+ \d+, \d{4} at \d+:\d+:\d+.[AP]M UTC, v${version}`;
  expect(await read(second)).toEqual({
    says: [
      expect.stringMatching(new RegExp(`^Record: ${second}, ${day}: Necessary, Measurement$`)),
      expect.stringMatching(new RegExp(`^${first}, ${day}: Necessary$`)),
    ],
    kept: 'private, no-store',
    leaks: 'no-referrer',
  });
  expect((await read(first)).says).toHaveLength(1);
  for (const nobodys of [randomUUID(), 'x', `${first}'`])
    expect(await read(nobodys), nobodys).toMatchObject({ says: [], kept: 'public, max-age=60' });
  // Of another site it is nothing, be it of the same organisation.
  const other = { name: 'Freight', address: `http://freight.skerrysound.localhost:${world.web.port}/` };
  const { body } = await ines.call('POST', '/sites', other);
  await ines.publish(body.id);
  const elsewhere = await fetch(`${base.replace(/[^/]+$/, body.key)}/policy.en.html?record=${second}`);
  expect([elsewhere.status, (await elsewhere.text()).includes(second)]).toEqual([200, false]);
});

it('is searched by a form without a script, and in a page of the site’s as one types', async () => {
  const names = Array.from({ length: 12 }, (_, i) => `tern_${i}`);
  await ines.bringIn(
    siteId,
    `kind,name,host,purpose\n${names.map((name) => `cookie,${name},tern.localhost,`).join('\n')}\n`,
  );
  const { items } = (await ines.call('GET', `/sites/${siteId}/items`)).body;
  const itemIds = items
    .filter(({ name }: { name: string }) => names.includes(name))
    .map(({ id }: { id: string }) => id);
  await ines.call('POST', `/sites/${siteId}/rulings`, { itemIds, purpose: 'advertising', service: 'Tern adverts' });
  await ines.publish(siteId);

  const page = await (await browser.newContext()).newPage();
  await page.goto(`${base}/policy.en.html`);
  await page.getByRole('searchbox', { name: 'Search services' }).fill('TERN_11');
  await page.keyboard.press('Enter');
  await page.waitForURL(/find=TERN_11/);
  expect(await page.locator('code').allInnerTexts()).toEqual(['tern_11']);
  await expectAccessible(page, 'a cookie policy that was searched');
  await page.goto(`${base}/policy.en.html?find=%3Cb%3Enothing`);
  await page.getByRole('status').getByText('No service is called so.').waitFor();
  expect(await page.locator('code, b').count()).toBe(0);
  expect(await page.getByRole('searchbox').inputValue()).toBe('<b>nothing');
  await page.context().close();

  const shop = createServer((_req, res) => {
    res.writeHead(200, { 'content-type': 'text/html' });
    res.end(
      `<!doctype html><html lang="en"><title>Shop</title><main><script src="${base}/policy.en.js"></script></main></html>`,
    );
  }).listen(0, '127.0.0.1');
  await once(shop, 'listening');
  const embedded = await (await browser.newContext()).newPage();
  await embedded.goto(`http://shop.localhost:${(shop.address() as AddressInfo).port}/`);
  const shown = async () => (await embedded.locator('code').filter({ visible: true }).allInnerTexts()).length;
  expect(await shown()).toBe(13);
  await embedded.getByRole('searchbox').fill('tern_1');
  await expect.poll(shown).toBe(3);
  await expectAccessible(embedded, 'a page of the site’s with the policy in it');
  await embedded.getByRole('searchbox').fill('tern adv');
  await expect.poll(shown).toBe(12);
  await embedded.keyboard.press('Enter');
  expect(new URL(embedded.url()).search).toBe('');
  await embedded.getByRole('searchbox').fill('zzz');
  await embedded.getByText('No service is called so.').waitFor();
  expect(await shown()).toBe(0);
  await embedded.getByRole('searchbox').fill('');
  await expect.poll(shown).toBe(13);
  await embedded.context().close();
  shop.closeAllConnections();
  shop.close();
});
