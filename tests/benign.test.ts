import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { Edge, EdgeSite } from '@douane/edge';
import { gateFiles } from '@douane/gate';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { BENIGN, type BenignPage } from './benign/pages';
import { openBrowser } from './support/browser';
import { ROOT } from './support/world';

/** Sites that contact nobody but themselves, without a gate and held by each means: they have to be the same. */
let browser: Browser;
let server: Server;
let edge: Edge;
let port: number;
let edgePort: number;

const SHARED: Record<string, [type: string, body: string]> = {
  'own.svg': [
    'image/svg+xml',
    '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="40"><circle cx="20" cy="20" r="20" fill="teal"/></svg>',
  ],
  'sprite.svg': [
    'image/svg+xml',
    '<svg xmlns="http://www.w3.org/2000/svg"><symbol id="s" viewBox="0 0 9 9"><rect width="9" height="9" fill="navy"/></symbol></svg>',
  ],
  'own.css': ['text/css', '.code{color:rgb(1,2,3)} p{background:url(own.svg) no-repeat}'],
  'data.json': ['application/json', '{"ok":true}'],
  events: ['text/event-stream', 'data: here\n\n'],
};
const TYPES: Record<string, string> = { js: 'text/javascript', mjs: 'text/javascript', html: 'text/html' };

beforeAll(async () => {
  browser = await openBrowser();
  const gate = new Map<string, string>();
  server = createServer((req, res) => {
    const [, means = '', number = '', name = ''] = new URL(req.url!, 'http://x').pathname.split('/');
    const site = BENIGN[Number(number)]!;
    const file = means === 'g' ? gate.get(number) : site?.files?.[name];
    const [type, body] =
      file !== undefined
        ? [TYPES[(means === 'g' ? number : name).split('.').at(-1)!] ?? 'application/json', file]
        : (SHARED[name] ?? ['text/html', pageOf(site, means)]);
    if (name === '' && site?.policy) res.setHeader('content-security-policy', site.policy);
    res.writeHead(200, { 'content-type': `${type}; charset=utf-8`, 'access-control-allow-origin': '*' }).end(body);
  }).listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  port = (server.address() as AddressInfo).port;
  const address = `http://site.localhost:${port}`;
  const setup = newSetup({ key: 's', name: 'S', address }, `${address}/g`);
  setup.services = [
    {
      id: 'ads',
      name: 'Ads',
      purpose: 'advertising',
      hosts: ['ads.localhost'],
      items: [{ kind: 'cookie', name: '_ad' }],
    },
  ];
  // Nothing is seen of it, so that a picture shows the site alone.
  setup.banner.asking = { ...setup.banner.asking, notOn: ['*'] };
  setup.banner.button.shown = false;
  const code = await loadGateCode(ROOT);
  for (const by of ['policy', 'script'] as const) {
    const { pointer, immutable } = gateFiles(
      compileRelease({ ...setup, holding: { unruled: 'held', by } }, 1, '2026-11-26'),
      code,
      sha256,
    );
    gate.set(`${by}.js`, pointer);
    for (const { name, body } of immutable) gate.set(name, body);
  }
  const release = compileRelease(setup, 1, '2026-11-26');
  gate.set('gate.js', gate.get('policy.js')!);
  gate.set('place', '{"place":"DE"}');
  edge = new Edge({
    origin: new URL(`http://127.0.0.1:${port}`),
    site: new EdgeSite(release),
    placeOf: () => ({ country: 'DE' }),
  });
  edgePort = await edge.listen(0, '127.0.0.1');
});
afterAll(async () => {
  await edge?.close();
  server?.closeAllConnections();
  server?.close();
  await browser?.close();
});

/** As the docs say: the snippet has the page's nonce, or its policy names the gate's origin. */
function pageOf(site: BenignPage | undefined, means: string): string {
  if (!site) return '';
  const nonce = site.policy ? ' nonce="n1"' : '';
  const gate = means === 'policy' || means === 'script' ? `<script${nonce} src="/g/${means}.js"></script>` : '';
  return site.html.replace('<head>', `<head>${gate}`);
}

async function seen(number: number, means: string) {
  const context = await browser.newContext({ viewport: { width: 600, height: 500 } });
  const page = await context.newPage();
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
  const at = means === 'edge' ? `${edgePort}/none` : `${port}/${means}`;
  await page.goto(`http://site.localhost:${at}/${number}/`);
  await page.waitForFunction(() => (window as { done?: boolean }).done);
  await page.waitForFunction(() => document.readyState === 'complete');
  // A picture that loads lazily holds up nothing, and decodes when it comes.
  await page.evaluate(() => Promise.all([...document.images].map((image) => image.decode().catch(() => {}))));
  const picture = (await page.screenshot()).toString('base64');
  const results = await page.evaluate(() => (window as unknown as { results: unknown }).results);
  await context.close();
  return { results, errors, picture };
}

it.each(BENIGN.map(({ name }, number) => [name, number] as const))(
  '%s is the same by policy, by script alone and behind an edge, for who has agreed to nothing',
  async (_name, number) => {
    const without = await seen(number, 'none');
    expect(JSON.stringify(without.results)).not.toMatch(/Error/);
    for (const means of ['policy', 'script', 'edge']) {
      const { results, errors, picture } = await seen(number, means);
      expect(results, means).toEqual(without.results);
      expect(errors, means).toEqual(without.errors);
      expect(picture === without.picture, `picture by ${means}`).toBe(true);
    }
  },
);
