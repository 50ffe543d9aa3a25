import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { newSetup } from '@douane/core/setup';
import { type StandInWeb, startStandInWeb, truthOf } from '@douane/demo';
import { gateFiles } from '@douane/gate';
import { chromiumPath, scanSite } from '@douane/scanner';
import { loadGateCode, sha256 } from '@douane/server';
import type { Command } from 'commander';
import { chromium } from 'playwright-core';
import { progress, progressDone } from '../say';

const ROUNDS = 3;

interface Measured {
  pages: number;
  seconds: number;
  /** Found, as `kind name host`. */
  found: Set<string>;
  truth: Set<string>;
}

export function benchCommand(program: Command, root: string): void {
  program
    .command('bench')
    .description('measure; one line per figure, ratios side by side in one run')
    .action(async () => {
      const web = await startStandInWeb({ port: 0, root });
      try {
        await benchScan(web);
      } finally {
        await web.close();
      }
      await benchGate(root);
    });
}

const say = (name: string, value: number, unit: string, digits = 2) =>
  console.log(`${name} ${value.toFixed(digits)} ${unit}`);
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const perSecond = ({ pages, seconds }: Measured) => pages / seconds;
const recall = ({ found, truth }: Measured) => [...truth].filter((thing) => found.has(thing)).length / truth.size;
const precision = ({ found, truth }: Measured) => [...found].filter((thing) => truth.has(thing)).length / found.size;

/** Our scan and a plain crawl in turn on the same site, so that a machine that slows down slows both. */
async function benchScan(web: StandInWeb): Promise<void> {
  const ours: Measured[] = [];
  const plain: Measured[] = [];
  for (let round = 1; round <= ROUNDS; round++) {
    progress(`scan, round ${round} of ${ROUNDS}`);
    ours.push(await ourScan(web));
    progress(`plain crawl, round ${round} of ${ROUNDS}`);
    plain.push(await plainCrawl(web));
  }
  progressDone();
  say('scan.pages_per_second', median(ours.map(perSecond)), 'pages/s');
  say('plain.pages_per_second', median(plain.map(perSecond)), 'pages/s');
  say('scan.vs_plain', median(ours.map((scan, i) => perSecond(scan) / perSecond(plain[i]!))), 'x');
  say('scan.recall', Math.min(...ours.map(recall)), 'of what exists', 3);
  say('scan.precision', Math.min(...ours.map(precision)), 'of what was told', 3);
  say('plain.recall', median(plain.map(recall)), 'of what exists', 3);
}

async function ourScan(web: StandInWeb): Promise<Measured> {
  web.log.clear();
  const report = await scanSite(addressOf(web), { allowPrivate: true });
  const found = new Set(report.items.map(({ kind, name, host }) => `${kind} ${name} ${host}`));
  return { pages: report.pages.length, seconds: report.seconds, found, truth: truthOf(web.log.all()) };
}

/** What one writes in an afternoon: page after page, `networkidle`, requests from the driver's events, cookies at the end. */
async function plainCrawl(web: StandInWeb): Promise<Measured> {
  web.log.clear();
  const started = Date.now();
  const args = ['--disable-background-networking', '--disable-component-update', '--no-first-run'];
  if (process.getuid?.() === 0) args.push('--no-sandbox');
  const browser = await chromium.launch({ executablePath: chromiumPath(), args });
  const context = await browser.newContext();
  const page = await context.newPage();
  const found = new Set<string>();
  const kinds: Record<string, string> = { stylesheet: 'style', xhr: 'fetch', document: 'frame', ping: 'beacon' };
  const own = new URL(addressOf(web)).hostname;
  page.on('request', (request) => {
    const { hostname } = new URL(request.url());
    const kind = request.resourceType();
    if (hostname !== own) found.add(`request ${kinds[kind] ?? kind} ${hostname}`);
  });
  const queue = [addressOf(web)];
  for (let i = 0; i < queue.length; i++) {
    await page.goto(queue[i]!, { waitUntil: 'networkidle' });
    const links = await page.$$eval('a[href]', (all) => all.map((a) => (a as HTMLAnchorElement).href.split('#')[0]!));
    for (const link of links) if (new URL(link).hostname === own && !queue.includes(link)) queue.push(link);
    const keys = await page.evaluate(() => [Object.keys(localStorage), Object.keys(sessionStorage)]);
    for (const key of keys[0]!) found.add(`local-storage ${key} ${own}`);
    for (const key of keys[1]!) found.add(`session-storage ${key} ${own}`);
  }
  for (const { name, domain } of await context.cookies()) found.add(`cookie ${name} ${domain.replace(/^\./, '')}`);
  await browser.close();
  return { pages: queue.length, seconds: (Date.now() - started) / 1000, found, truth: truthOf(web.log.all()) };
}

const addressOf = (web: StandInWeb) => `http://skerrysound.localhost:${web.port}/`;

async function benchGate(root: string): Promise<void> {
  const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  const gzip = (text: string) => gzipSync(text, { level: 9 }).length;
  const files = gateFiles(setup, 1, await loadGateCode(root), sha256);
  say('gate.hold_gzip', gzip(files[0]!.body), 'bytes', 0);
  say('gate.banner_gzip', gzip(await readFile(path.join(root, 'dist/gate/banner.js'), 'utf8')), 'bytes', 0);
}
