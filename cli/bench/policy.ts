import { rm, writeFile } from 'node:fs/promises';
import http from 'node:http';
import path from 'node:path';
import type { Setup } from '@douane/core/setup';
import { chromiumPath } from '@douane/scanner';
import { type Browser, chromium } from 'playwright-core';
import { type ServedSite, withServedSite } from '../load/served-site';
import { progress, progressDone } from '../say';
import { median, say } from './say';

const ROUNDS = 5;
const SECONDS = 2;
const READERS = 32;
const ITEMS = 300;
const VISITS = 9;
const SLOWED = 4;
/** In what the server gives out as files; they are taken away again. */
const FILE = 'bench-policy.html';
const EMBEDDING = 'bench-embed.html';

/**
 * A hosted policy with 300 items, against a static file of the same bytes by the same server: answers per second, measured
 * in short rounds by turns. Then when its largest part is painted, with the processor slowed four times, on its own page and
 * in a page of the site.
 */
export async function benchPolicy(root: string): Promise<void> {
  progress('policy');
  const files = path.join(root, 'dist/web');
  try {
    await withServedSite(root, (site) => measure(site, files), withItems);
  } finally {
    for (const name of [FILE, EMBEDDING]) await rm(path.join(files, name), { force: true });
  }
}

function withItems(setup: Setup): void {
  setup.services = Array.from({ length: ITEMS / 5 }, (_, i) => ({
    ...{ id: `s${i}`, name: `Service ${i}`, purpose: 'measurement', hosts: [`s${i}.test`], country: 'US' },
    items: Array.from({ length: 5 }, (_, n) => ({
      ...{ kind: 'cookie' as const, name: `c_${i}_${n}`, lifetimeSeconds: 86_400 * (n + 1) },
      description: `Keeps what visitor ${i} did on page ${n}`,
    })),
  }));
}

async function measure(site: ServedSite, files: string): Promise<void> {
  await site.serve();
  const policy = site.records.replace(/records$/, 'policy.en.html');
  const page = await (await fetch(policy)).text();
  await writeFile(path.join(files, FILE), page);
  const plain = new URL(`/${FILE}`, policy).href;
  for (const url of [policy, plain]) await answersPerSecond(url, 1);
  const ratios: number[] = [];
  for (let round = 0; round < ROUNDS; round++)
    ratios.push((await answersPerSecond(policy, SECONDS)) / (await answersPerSecond(plain, SECONDS)));
  progressDone();
  say('policy.page_bytes', Buffer.byteLength(page), 'B', 0);
  say('policy.vs_static', median(ratios), 'ratio', 2);
  const embed = `<!doctype html><title>Shop</title><h1>Shop</h1><script async src="${policy.replace(/html$/, 'js')}"></script>`;
  await writeFile(path.join(files, EMBEDDING), embed);
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: ['--no-sandbox'] });
  try {
    say('policy.largest_paint_ms', await largestPaint(browser, policy), 'ms', 0);
    say('policy.embed_largest_paint_ms', await largestPaint(browser, new URL(`/${EMBEDDING}`, policy).href), 'ms', 0);
  } finally {
    await browser.close();
  }
}

/** Median of the largest contentful paint (Largest Contentful Paint, W3C) of a page that is new to the browser, in ms. */
async function largestPaint(browser: Browser, url: string): Promise<number> {
  const times: number[] = [];
  for (let visit = 0; visit <= VISITS; visit++) {
    const context = await browser.newContext();
    const page = await context.newPage();
    const devtools = await context.newCDPSession(page);
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
    await page.goto(url, { waitUntil: 'networkidle' });
    const time = await page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          // What was painted before is told as well, the last of it the largest.
          new PerformanceObserver((list) => resolve(list.getEntries().at(-1)!.startTime)).observe({
            type: 'largest-contentful-paint',
            buffered: true,
          });
        }),
    );
    if (visit > 0) times.push(time);
    await context.close();
  }
  return median(times);
}

async function answersPerSecond(url: string, seconds: number): Promise<number> {
  const agent = new http.Agent({ keepAlive: true, maxSockets: READERS });
  const end = Date.now() + seconds * 1000;
  let read = 0;
  const one = () =>
    new Promise<void>((done, fail) => {
      const asked = http.get(url, { agent, timeout: 10_000 }, (answer) => {
        if (answer.statusCode !== 200) fail(new Error(`${url} answered ${answer.statusCode}`));
        answer.resume().on('end', done).on('error', fail);
      });
      asked.on('error', fail).on('timeout', () => asked.destroy(new Error(`${url} did not answer`)));
    });
  await Promise.all(
    Array.from({ length: READERS }, async () => {
      while (Date.now() < end) {
        await one();
        read += 1;
      }
    }),
  );
  agent.destroy();
  return read / seconds;
}
