import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { encodeChoice } from '@douane/core/consent/choice-cookie';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { gateFiles } from '@douane/gate';
import { chromiumPath } from '@douane/scanner';
import { loadGateCode, sha256 } from '@douane/server';
import { chromium, type Page } from 'playwright-core';
import { today } from '../say';
import { median, say } from './say';

const VISITS = 25;
const SLOWED = 4;

/**
 * What the gate adds to the load of a page of 400 parts for a visitor who chose before, the processor slowed four times:
 * as a file beside an empty one in its place, and inline beside none. Visits take turns, so what else the machine does
 * falls on both.
 */
export async function benchPageCost(root: string): Promise<void> {
  const code = await loadGateCode(root);
  let pointer = '';
  const files = new Map<string, string>();
  const head: Record<string, () => string> = {
    file: () => '<script src="/g/s/gate.js"></script>',
    empty: () => '<script src="/g/s/empty.js"></script>',
    inline: () => `<script data-place="DE">${pointer}</script>`,
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
      res.end(script ?? (isPicture ? '<svg xmlns="http://www.w3.org/2000/svg"/>' : pageOf(head[name]?.() ?? '')));
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
  const release = compileRelease(setup, 1, today());
  const made = gateFiles(release, code, sha256);
  pointer = made.pointer;
  files.set('gate.js', pointer).set('empty.js', '');
  for (const { name, body } of made.immutable) files.set(name, body);

  const browser = await chromium.launch({ executablePath: chromiumPath(), args: ['--no-sandbox'] });
  try {
    for (const [choice, yes] of [
      ['refused', false],
      ['agreed', true],
    ] as const) {
      for (const [name, ours, theirs] of [
        ['gate.page_cost_ms', 'file', 'empty'],
        ['gate.inline_page_cost_ms', 'inline', 'none'],
      ] as const) {
        const context = await browser.newContext();
        const purposes = { functional: yes, measurement: yes, advertising: yes, embedded: yes };
        const kept = { release: 1, record: '0b6f2a10-0000-4000-8000-000000000001', gpc: false, purposes, ageDays: 0 };
        const value = encodeChoice({ ...kept, atSeconds: Math.floor(Date.now() / 1000) });
        await context.addCookies([{ name: 'douane_choice', value, url: address }]);
        await context.addInitScript(() => sessionStorage.setItem('douane.place', 'DE'));
        const page = await context.newPage();
        const devtools = await context.newCDPSession(page);
        await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
        const load: number[] = [];
        const paint: number[] = [];
        for (let i = 0; i <= VISITS; i++) {
          const [a, b] = [await timed(page, `${address}/${ours}`), await timed(page, `${address}/${theirs}`)];
          if (i === 0) continue;
          load.push(a.load - b.load);
          paint.push(a.paint - b.paint);
        }
        say(`${name}_${choice}`, median(load), 'ms', 1);
        say(`${name.replace('_ms', '_first_paint_ms')}_${choice}`, median(paint), 'ms', 1);
        await context.close();
      }
    }
  } finally {
    await browser.close();
    server.closeAllConnections();
    server.close();
  }
}

const pageOf = (first: string): string =>
  `<!doctype html><html lang="en"><head>${first}<title>Parts</title><link rel="icon" href="data:,"></head><body>${Array.from(
    { length: 400 },
    (_, i) =>
      `<section><h2>Part ${i}</h2><p>Some words of part ${i}.</p>${i % 20 === 0 ? `<img src="/i/${i}.svg" alt="">` : ''}<script>window.n = (window.n || 0) + 1</script></section>`,
  ).join('')}</body></html>`;

async function timed(page: Page, address: string): Promise<{ load: number; paint: number }> {
  await page.goto(address, { waitUntil: 'load' });
  return page.evaluate(
    () =>
      new Promise<{ load: number; paint: number }>((resolve) => {
        const tell = () => {
          const [navigation] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
          const painted = performance.getEntriesByName('first-contentful-paint')[0];
          if (painted && navigation!.loadEventEnd > 0)
            resolve({ load: navigation!.loadEventEnd, paint: painted.startTime });
          else setTimeout(tell, 20);
        };
        tell();
      }),
  );
}
