import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { encodeChoice } from '@douane/core/consent/choice-cookie';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { gateFiles } from '@douane/gate';
import { chromiumPath } from '@douane/scanner';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import { type Browser, type BrowserContext, chromium, type Page } from 'playwright-core';
import { today } from '../say';
import { median, say } from './say';

const VISITS = 25;
const SLOWED = 4;
const INSERTED = 5000;

type Cookie = Parameters<BrowserContext['addCookies']>[0][number];
type Visit = Record<'load' | 'first_paint' | 'thread', number>;

/** What is measured of a page, with whom it is compared, and what the figures are called. */
const PAIRS = [
  ['page_cost', 'file', 'empty'],
  ['inline_page_cost', 'inline', 'none'],
  // What the browser takes for having a policy at all, put in force by one line: no gate that has one costs less.
  ['policy_alone_page_cost', 'policy', 'none'],
  // What it takes to make a script of this size ready, of which then nothing is called.
  ['uncalled_page_cost', 'uncalled', 'none'],
] as const;

/**
 * What the gate adds to a page of 400 parts for a visitor who chose before: as a file beside an empty one in its place,
 * and inline beside none; on a page of words and pictures, and on one with a script in each part. Visits take turns, so
 * what else the machine does falls on both. Load and first paint with the processor slowed four times; the time that the
 * page's main thread computes is measured unslowed, where waiting does not count, and multiplied. Then how much longer it
 * takes, by each build, when a script puts 5,000 elements in.
 */
export async function benchPageCost(root: string): Promise<void> {
  const site = await serveSite(root);
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: ['--no-sandbox'] });
  try {
    for (const [choice, scripts] of [
      ['refused', ''],
      ['agreed', ''],
      ['refused', '-scripts'],
    ] as const) {
      const cookie = cookieOf(site.address, choice === 'agreed');
      for (const [name, ours, theirs] of PAIRS) {
        const visit = async (means: string) => visited(browser, cookie, `${site.address}/${means}${scripts}`);
        const added = await pairs(visit, ours, theirs);
        const of = `${choice}${scripts.replace('-', '_')}`;
        say(`gate.${name}_ms_${of}`, median(added.map(({ load }) => load)), 'ms', 1);
        say(`gate.${name}_first_paint_ms_${of}`, median(added.map((one) => one.first_paint)), 'ms', 1);
        say(`gate.${name}_thread_ms_${of}`, median(added.map(({ thread }) => thread)), 'ms', 1);
      }
    }
    for (const means of ['file', 'alone']) {
      const cookie = cookieOf(site.address, false);
      const added = await pairs(async (one) => inserted(browser, cookie, `${site.address}/${one}`), means, 'empty');
      say(`gate.${means}_insert_${INSERTED}_ms`, median(added.map(({ task }) => task)), 'ms', 1);
    }
  } finally {
    await browser.close();
    site.close();
  }
}

/** What one has more than the other, each time that both were measured; the first time is left out. */
async function pairs<K extends string>(
  measure: (means: string) => Promise<Record<K, number>>,
  ours: string,
  theirs: string,
): Promise<Record<K, number>[]> {
  const added: Record<K, number>[] = [];
  for (let i = 0; i <= VISITS; i++) {
    const [a, b] = [await measure(ours), await measure(theirs)];
    const more = Object.fromEntries(Object.keys(a).map((key) => [key, a[key as K] - b[key as K]]));
    if (i > 0) added.push(more as Record<K, number>);
  }
  return added;
}

/**
 * A page of 400 parts at `/MEANS`, with a script in each at `/MEANS-scripts`: `file`, `alone` (a file that holds without
 * policy), `inline`, `policy` (nothing but one), `uncalled`; `empty` and `none`.
 */
async function serveSite(root: string): Promise<{ address: string; close(): void }> {
  const code = await loadGateCode(root);
  const files = new Map<string, string>([['empty.js', '']]);
  const head: Record<string, () => string> = {
    file: () => '<script src="/g/s/policy.js"></script>',
    alone: () => '<script src="/g/s/script.js"></script>',
    empty: () => '<script src="/g/s/empty.js"></script>',
    inline: () => `<script data-place="DE">${files.get('policy.js')}</script>`,
    policy: () =>
      `<script>{const m=document.createElement('meta');m.httpEquiv='Content-Security-Policy';m.content="default-src 'self' 'unsafe-inline' 'unsafe-eval' data: blob:";document.head.append(m);m.remove()}</script>`,
    uncalled: () => `<script>${uncalled(files.get('policy.js')!)}</script>`,
    none: () => '',
  };
  const server = http
    .createServer((req, res) => {
      const name = req.url!.slice(1);
      const script = files.get(name.replace('g/s/', ''));
      const isPicture = name.startsWith('i/');
      res.writeHead(200, {
        'content-type': script !== undefined ? 'text/javascript' : isPicture ? 'image/svg+xml' : 'text/html',
        'cache-control': 'no-store',
        'access-control-allow-origin': '*',
      });
      const [means = '', scripts] = name.split('-');
      const page = () => pageOf(head[means]?.() ?? '', scripts !== undefined);
      res.end(script ?? (isPicture ? '<svg xmlns="http://www.w3.org/2000/svg"/>' : page()));
    })
    .listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const address = `http://site.localhost:${(server.address() as AddressInfo).port}`;
  const setup = newSetup({ key: 's', name: 'S', address }, `${address}/g/s`);
  setup.services = Array.from({ length: 12 }, (_, i) => ({
    id: `s${i}`,
    name: `Service ${i}`,
    purpose: ['functional', 'measurement', 'advertising', 'embedded'][i % 4]!,
    hosts: [`s${i}.localhost`],
    items: [{ kind: 'cookie' as const, name: `_s${i}`, host: 'site.localhost' }],
  }));
  for (const by of ['policy', 'script'] as const) {
    setup.holding.by = by;
    const { pointer, immutable } = gateFiles(compileRelease(setup, 1, today()), code, sha256);
    files.set(`${by}.js`, pointer);
    for (const { name, body } of immutable) files.set(name, body);
  }
  return {
    address,
    close() {
      server.closeAllConnections();
      server.close();
    },
  };
}

/** A script that calls one function, and does nothing else, without the call. */
function uncalled(script: string): string {
  const text = script.trimEnd().replace(/;$/, '');
  if (!text.endsWith('})()')) throw new Error('The holding script is no longer one function that is called.');
  return `${text.slice(0, -2)};`;
}

const pageOf = (first: string, scripts: boolean): string =>
  `<!doctype html><html lang="en"><head>${first}<title>Parts</title><link rel="icon" href="data:,"></head><body>${Array.from(
    { length: 400 },
    (_, i) =>
      `<section><h2>Part ${i}</h2><p>Some words of part ${i}.</p>${i % 20 === 0 ? `<img src="/i/${i}.svg" alt="">` : ''}${scripts ? '<script>window.n = (window.n || 0) + 1</script>' : ''}</section>`,
  ).join('')}</body></html>`;

/** What the browser keeps of a visitor who agreed to all, or to nothing. */
function cookieOf(url: string, yes: boolean): Cookie {
  const value = encodeChoice({
    release: 1,
    record: '0b6f2a10-0000-4000-8000-000000000001',
    gpc: false,
    purposes: { functional: yes, measurement: yes, advertising: yes, embedded: yes },
    ageDays: 0,
    atSeconds: Math.floor(Date.now() / 1000),
  });
  return { name: 'douane_choice', value, url };
}

/** Load and first paint as the page's clock has them, slowed; how long its main thread computed, as if slowed; in ms. */
async function visited(browser: Browser, cookie: Cookie, address: string): Promise<Visit> {
  const [load, first_paint] = await onPage(browser, cookie, address, SLOWED, (page) =>
    page.evaluate(
      () =>
        new Promise<[number, number]>((resolve) => {
          const tell = () => {
            const [navigation] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
            const painted = performance.getEntriesByName('first-contentful-paint')[0];
            if (painted && navigation!.loadEventEnd > 0) resolve([navigation!.loadEventEnd, painted.startTime]);
            else setTimeout(tell, 20);
          };
          tell();
        }),
    ),
  );
  const thread = await onPage(browser, cookie, address, 1, async (_page, computed) => (await computed()) * SLOWED);
  return { load, first_paint, thread };
}

/** How long a script's task is that puts many elements into a page that is there, with what follows from it at once. */
async function inserted(browser: Browser, cookie: Cookie, address: string): Promise<{ task: number }> {
  const task = await onPage(browser, cookie, address, 1, (page) =>
    page.evaluate(async (count) => {
      const before = performance.now();
      for (let i = 0; i < count; i++) {
        const element = document.createElement(i % 5 === 0 ? 'img' : 'div');
        if (element instanceof HTMLImageElement) element.src = '/i/1.svg';
        else element.style.order = `${i}`;
        document.body.append(element);
      }
      // Whoever watches the page is told before this goes on.
      await Promise.resolve();
      return performance.now() - before;
    }, INSERTED),
  );
  return { task };
}

/**
 * Visits in a browser context of its own: in one that goes on, what is left of the pages before slows those that follow,
 * until no two visits compare. `computed` tells how long the page's main thread computed so far, in ms.
 */
async function onPage<T>(
  browser: Browser,
  cookie: Cookie,
  address: string,
  slowed: number,
  measure: (page: Page, computed: () => Promise<number>) => Promise<T>,
): Promise<T> {
  const context = await browser.newContext();
  try {
    await context.addCookies([cookie]);
    await context.addInitScript(() => sessionStorage.setItem('douane.place', 'DE'));
    const page = await context.newPage();
    const devtools = await context.newCDPSession(page);
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: slowed });
    await devtools.send('Performance.enable', { timeDomain: 'threadTicks' });
    await page.goto(address, { waitUntil: 'load' });
    return await measure(page, async () => {
      const { metrics } = await devtools.send('Performance.getMetrics');
      return metrics.find(({ name }) => name === 'ThreadTime')!.value * 1000;
    });
  } finally {
    await context.close();
  }
}
