import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser, quiet } from './support/browser';
import { Client, startWorld, type World } from './support/world';

/** The gate on pages that get in its way. What arrives at the third party is the truth. */
let world: World;
let browser: Browser;
let server: Server;
let port: number;
let ines: Client;
let siteId: string;
let snippet: string;
let context: BrowserContext;
let page: Page;
let odd: Odd = {};
const arrived: string[] = [];
/** Sends what of a page stands after `<!--later-->`. */
let sendRest = () => {};

interface Odd {
  /** At the beginning of the head, before the gate. */
  first?: string;
  /** At the end of the body. */
  last?: string;
  /** Attributes of the root element. */
  root?: string;
  /** Content security policy of the page; scripts have the nonce `n`. `GATE`, `THIRD`: origins. */
  policy?: string;
}

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
  server = createServer((req, res) => {
    if (!req.headers.host!.startsWith('odd.')) {
      arrived.push(req.url!);
      return void res.setHeader('content-type', 'text/javascript').end('');
    }
    const { first = '', last = '', root = '', policy } = odd;
    if (policy) {
      const third = `http://third.localhost:${port}`;
      res.setHeader('content-security-policy', policy.replaceAll('GATE', world.url).replaceAll('THIRD', third));
    }
    const html = `<!doctype html><html lang="en" ${root}><head><title>Odd</title>${first}${snippet}</head><body><p>Odd</p>
<script>document.head.append(Object.assign(document.createElement('script'), { src: 'http://third.localhost:${port}/tag.js' }))</script>
<script type="text/plain" data-gate="measurement">throw new Error('a broken tag')</script>
<script type="text/plain" data-gate="measurement" data-gate-src="http://third.localhost:${port}/marked.js"></script>${last}</body></html>`;
    res.setHeader('content-type', 'text/html; charset=utf-8');
    const [sent, ...later] = (policy ? html.replaceAll('<script', '<script nonce="n"') : html).split('<!--later-->');
    if (later.length === 0) return void res.end(sent);
    res.write(sent);
    sendRest = () => res.end(later.join(''));
  }).listen(0);
  await once(server, 'listening');
  port = (server.address() as AddressInfo).port;
  ines = await new Client(world.url).signIn();
  siteId = (await ines.call('POST', '/sites', { name: 'Odd', address: `http://odd.localhost:${port}/` })).body.id;
  snippet = (await ines.publish(siteId)).body.snippet;
});
afterEach(() => context?.close());
afterAll(async () => {
  server?.closeAllConnections();
  server?.close();
  await browser?.close();
  await world?.stop();
});

/** Arrives from a place, as somebody who was never here. */
async function arrive(place: string, what: Odd, opened: (page: Page) => void = () => {}): Promise<void> {
  odd = what;
  arrived.length = 0;
  context = await browser.newContext({ locale: 'en-GB' });
  await context.route(`${world.url}/g/*/place`, (route) =>
    route.continue({ headers: { ...route.request().headers(), 'x-visitor-place': place } }),
  );
  page = await context.newPage();
  opened(page);
  await page.goto(`http://odd.localhost:${port}/`);
}

/** Sees that nothing runs before the yes, says it, and sees what runs then; all the gate loads for it has come. */
async function sayYes(asked: () => Promise<void> = async () => {}): Promise<void> {
  await page.locator('douane-banner section').waitFor();
  await asked();
  await quiet(page);
  expect(arrived).toEqual([]);
  await page.locator('douane-banner [data-act=accept]').click();
  await expect.poll(() => [...arrived].sort()).toEqual(['/marked.js', '/tag.js']);
  await page.locator('douane-choices button').waitFor();
}
const script = (text: string) => `<script>${text}</script>`;

/** At the first page alone: after a choice another is loaded. */
const ONCE = "if (performance.getEntriesByType('navigation')[0].type !== 'reload') ";

it.each<[string, Odd]>([
  ['nothing odd but a marked tag that throws', {}],
  [
    'a damaged cookie of the gate’s name',
    { first: script(`${ONCE}document.cookie = 'douane_choice=%E0%A4%A; path=/'`) },
  ],
  [
    'a cookie of the gate’s name that says yes to all',
    { first: script(`${ONCE}document.cookie = 'douane_choice=yes'`) },
  ],
  [
    'closed storage',
    {
      first: script(
        `for (const name of ['localStorage', 'sessionStorage']) Object.defineProperty(window, name, { get() { throw new DOMException('closed', 'SecurityError') } })`,
      ),
    },
  ],
  [
    'full storage',
    { first: script(`Storage.prototype.setItem = () => { throw new DOMException('full', 'QuotaExceededError') }`) },
  ],
  ['a fetch that is gone after the gate came', { last: script('window.fetch = null') }],
  ['ids and names of ours', { root: 'id="douane"', last: '<a id="douane_choice"></a><form name="douane"></form>' }],
  [
    'elements that stand in for the document’s own',
    {
      last: '<form name="cookie"></form><img name="body" alt=""><form name="querySelectorAll"></form><img name="createElement" alt="">',
    },
  ],
  [
    'a style that hides all',
    { first: '<style>* { display: none !important } html, body, p { display: block !important }</style>' },
  ],
  ['a base address of elsewhere', { first: '<base href="http://elsewhere.localhost/">' }],
])('asks, records and then lets through, with %s', async (_what, what) => {
  await arrive('DE', what);
  await sayYes();
  const { records } = (await ines.call('GET', `/sites/${siteId}/records`)).body;
  expect(records[0]).toMatchObject({ method: 'accept-all', place: 'DE' });
});

describe('under a content security policy', () => {
  // Marked inline tags have the page's nonce; a browser hides it from every script.
  const last = '<script type="text/plain" data-gate="measurement">window.ranInline = true</script>';
  it.each([
    [
      'that names origins',
      `default-src 'none'; script-src 'nonce-n' GATE THIRD; connect-src GATE; style-src 'none'; base-uri 'none'`,
    ],
    ['that trusts by nonce alone', `default-src 'none'; script-src 'nonce-n' 'strict-dynamic'; connect-src GATE`],
  ])('%s: asks, is drawn as meant, records and lets through', async (_what, policy) => {
    const refused: string[] = [];
    const listen = (shown: Page) =>
      shown.on('console', (message) => {
        // What the gate's own policy holds back is meant to be.
        const isPolicy = /Content Security Policy|Content-Security-Policy/.test(message.text());
        if (isPolicy && !message.text().includes('http://third.')) refused.push(message.text());
      });
    await arrive('DE', { policy, last }, listen);
    await sayYes(async () => {
      const sheet = page.locator('douane-banner section');
      const { position, fontSize } = await sheet.evaluate((element) => getComputedStyle(element));
      expect([position, fontSize]).toEqual(['fixed', '15px']);
      expect(await page.locator('douane-banner .acts button').count()).toBe(3);
    });
    expect(await page.evaluate(() => (window as { ranInline?: boolean }).ranInline)).toBe(true);
    expect(refused).toEqual([]);
  });
});

it('asks and records on a page that takes nothing but trusted types, and makes none', async () => {
  const refused: string[] = [];
  const policy = `script-src 'nonce-n' 'strict-dynamic'; require-trusted-types-for 'script'; trusted-types 'none'`;
  // What the page itself writes breaks its own policy; what names the gate's files would be ours.
  await arrive('DE', { policy }, (shown) =>
    shown.on('pageerror', (error) => void (error.stack?.includes('/g/') && refused.push(error.message))),
  );
  await page.locator('douane-banner [data-act=refuse]').click();
  await page.locator('douane-choices button').waitFor();
  const { records } = (await ines.call('GET', `/sites/${siteId}/records`)).body;
  expect(records[0]).toMatchObject({ method: 'refuse-all' });
  expect(refused).toEqual([]);
});

it('lets go of a marked tag only when all of it has come', async () => {
  await arrive('DE', {});
  await sayYes();
  const ran = (n: number) => `<script>(window.ran ??= []).push(${n})</script>`;
  odd = {
    last: `<i id="there"></i><template data-gate="measurement">${ran(1)}<!--later-->${ran(2)}</template><template data-gate="measurement">${ran(3)}</template>`,
  };
  const loaded = page.reload();
  await expect.poll(() => page.evaluate(() => document.getElementById('there') !== null).catch(() => false)).toBe(true);
  // Something of a script's stands after what is still being read.
  await page.evaluate(() => document.body.append('words'));
  sendRest();
  await loaded;
  expect(await page.evaluate(() => (window as { ran?: number[] }).ran)).toEqual([1, 2, 3]);
});

it('lets go of what stands far down a page that is long in coming, and loads what a visitor sees only after it', async () => {
  await arrive('DE', {});
  await sayYes();
  const many = Array.from({ length: 60 }, (_, i) => `<p>Part ${i}</p>${script(`window.part = ${i}`)}`).join('');
  const far = `<img data-gate="measurement" data-gate-src="http://third.localhost:${port}/far.gif" alt="">`;
  odd = { last: `${many}${far}<!--later-->` };
  // However long this machine takes, the page is not one that takes too long.
  await context.addInitScript(() => {
    const { setTimeout } = window;
    window.setTimeout = ((then: () => void, ms?: number) =>
      Number(ms) < 1_000 ? setTimeout(then, ms) : 0) as typeof setTimeout;
  });
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  arrived.length = 0;
  const loaded = page.reload();
  await expect.poll(() => arrived).toContain('/far.gif');
  expect(asked.filter((url) => /\/(visit|button)\./.test(url))).toEqual([]);
  sendRest();
  await Promise.all([loaded, page.locator('douane-choices button').waitFor()]);
});

it('is called for the first pieces of a page alone, however many scripts it has', async () => {
  await arrive('DE', {});
  await sayYes();
  await context.addInitScript(() => {
    const Own = MutationObserver;
    window.MutationObserver = class extends Own {
      constructor(call: MutationCallback) {
        super((changes, observer) => {
          if (document.readyState === 'loading') (window as { calls?: number }).calls = (calls() ?? 0) + 1;
          call(changes, observer);
        });
      }
    };
    const calls = () => (window as { calls?: number }).calls;
  });
  odd = { last: `<p>x</p>${script('window.n = (window.n ?? 0) + 1')}`.repeat(200) };
  await page.reload();
  const counted = await page.evaluate(() => {
    const { n, calls } = window as { n?: number; calls?: number };
    return { n, calls };
  });
  expect(counted.n).toBe(200);
  expect(counted.calls).toBeGreaterThan(0);
  expect(counted.calls).toBeLessThan(30);
});

it('keeps the yes for the next page, and asks again once the cookie is damaged', async () => {
  await arrive('DE', {});
  await sayYes();
  await page.reload();
  await expect.poll(() => arrived.filter((path) => path === '/tag.js').length).toBe(2);
  expect(await page.locator('douane-banner section').count()).toBe(0);
  await context.addCookies([{ name: 'douane_choice', value: '%', url: `http://odd.localhost:${port}/` }]);
  arrived.length = 0;
  await page.reload();
  await page.locator('douane-banner section').waitFor();
  expect(arrived).toEqual([]);
});

describe('where the site departs from the law as we read it', () => {
  const depart = async (overrides: object) => {
    const { regions } = (await ines.call('GET', `/sites/${siteId}/draft`)).body.setup;
    expect((await ines.saveDraft(siteId, { regions: { ...regions, overrides } })).status).toBe(200);
    expect((await ines.publish(siteId)).status).toBe(201);
  };
  afterAll(() => depart({}));

  it('asks first where the law only lets object', async () => {
    await depart({ 'us-ca': { modes: { default: 'opt-in' } } });
    await arrive('US-CA', {});
    await sayYes();
  });

  it('runs without asking where the law would ask, and says so', async () => {
    await depart({ eu: { modes: { default: 'notice' }, reason: 'only for this test' } });
    await arrive('DE', {});
    await expect.poll(() => arrived).toContain('/marked.js');
    await page.locator('douane-choices button').waitFor();
    expect(await page.locator('douane-banner section').count()).toBe(0);
  });
});

it('shows its button on a page whose body is long in coming', async () => {
  await arrive('DE', {});
  await page.locator('douane-banner [data-act=refuse]').click();
  await page.locator('douane-choices button').waitFor();
  const errors: string[] = [];
  page.on('pageerror', ({ message }) => errors.push(message));
  odd = { first: `${snippet}<!--later-->` };
  const button = page.waitForResponse(/\/button\./);
  await page.goto(`http://odd.localhost:${port}/`, { waitUntil: 'commit' });
  await button;
  sendRest();
  await page.locator('douane-choices button').waitFor();
  expect(errors).toEqual([]);
});

it('what a visitor sees being out of reach is no error of the page’s, and holds all', async () => {
  const errors: string[] = [];
  const warnings: string[] = [];
  await arrive('DE', {}, (opened) => {
    opened.on('pageerror', ({ message }) => errors.push(message));
    opened.on('console', (message) => message.type() === 'warning' && warnings.push(message.text()));
    void opened.route(/\/texts-/, (route) => route.abort());
  });
  await expect.poll(() => warnings.join()).toContain('could not be loaded; all stays held');
  expect([errors, arrived]).toEqual([[], []]);
});
