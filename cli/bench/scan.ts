import { type StandInWeb, shopHost, startHostileWeb, TICKET_SITE, truthOf } from '@douane/demo';
import { chromiumPath, scanSite } from '@douane/scanner';
import { chromium } from 'playwright-core';
import { progress, progressDone } from '../say';
import { watchMemory } from './memory';
import { median, say } from './say';

const QUIET_ROUNDS = 3;
const SHOP_PAGES = 200;
const MEMORY_PAGES = 1000;
/** How long the plain crawl waits for a page; with the driver's own 30 s it would look slower still. */
const PLAIN_TIMEOUT_MS = 10_000;

interface Measured {
  pages: number;
  seconds: number;
  /** Found, as `kind name host`. */
  found: Set<string>;
  truth: Set<string>;
}

const perSecond = ({ pages, seconds }: Measured) => pages / seconds;
const recall = ({ found, truth }: Measured) => [...truth].filter((thing) => found.has(thing)).length / truth.size;
const precision = ({ found, truth }: Measured) => [...found].filter((thing) => truth.has(thing)).length / found.size;

/** A shop of 200 pages with slow, hanging and failing third parties: our scan and a plain crawl in the same run. */
export async function benchShop(web: StandInWeb): Promise<void> {
  const host = shopHost(SHOP_PAGES);
  progress(`scan of ${SHOP_PAGES} pages`);
  const ours = await ourScan(web, host, SHOP_PAGES);
  progress(`plain crawl of ${SHOP_PAGES} pages`);
  const plain = await plainCrawl(web, host);
  progressDone();
  say('scan.pages', ours.pages, 'pages', 0);
  say('scan.pages_per_second', perSecond(ours), 'pages/s');
  say('plain.pages_per_second', perSecond(plain), 'pages/s');
  say('scan.vs_plain', perSecond(ours) / perSecond(plain), 'x');
  say('scan.recall', recall(ours), 'of what exists', 3);
  say('scan.precision', precision(ours), 'of what was told', 3);
  say('plain.recall', recall(plain), 'of what exists', 3);
}

/** The ticket site, where nothing hangs: in turn, so that a machine that slows down slows both. */
export async function benchQuietSite(web: StandInWeb): Promise<void> {
  const ours: Measured[] = [];
  const plain: Measured[] = [];
  for (let round = 1; round <= QUIET_ROUNDS; round++) {
    progress(`quiet site, round ${round} of ${QUIET_ROUNDS}`);
    ours.push(await ourScan(web, TICKET_SITE.host, 50));
    plain.push(await plainCrawl(web, TICKET_SITE.host));
  }
  progressDone();
  say('quiet.scan.vs_plain', median(ours.map((scan, i) => perSecond(scan) / perSecond(plain[i]!))), 'x');
  say('quiet.scan.recall', Math.min(...ours.map(recall)), 'of what exists', 3);
  say('quiet.scan.precision', Math.min(...ours.map(precision)), 'of what was told', 3);
}

/** Processor time of this process, not of the browser, for the hostile page that costs most of it. */
export async function benchHostilePages(): Promise<void> {
  const web = await startHostileWeb();
  const costs: [string, number][] = [];
  for (const [path, address] of Object.entries(web.pages)) {
    progress(`hostile page ${path}`);
    const before = process.cpuUsage();
    await scanSite(address, { allowPrivate: true, plan: { pages: 1 } });
    const { user, system } = process.cpuUsage(before);
    costs.push([path, (user + system) / 1e6]);
  }
  web.close();
  progressDone();
  for (const [path, seconds] of costs) say(`hostile.cpu ${path}`, seconds, 's');
}

/** Memory of scanner and browser over a thousand pages: the highest, and whether it grows. */
export async function benchMemory(web: StandInWeb): Promise<void> {
  progress(`scan of ${MEMORY_PAGES} pages`);
  const { result, samples } = await watchMemory(() => ourScan(web, shopHost(MEMORY_PAGES), MEMORY_PAGES));
  progressDone();
  const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
  const third = Math.floor(samples.length / 3);
  say('scan.memory_pages', result.pages, 'pages', 0);
  say('scan.memory_peak', Math.max(...samples) / 2 ** 20, 'MiB', 0);
  say(
    'scan.memory_growth',
    mean(samples.slice(-third)) / mean(samples.slice(third, 2 * third)),
    'last third to middle third',
  );
}

async function ourScan(web: StandInWeb, host: string, pages: number): Promise<Measured> {
  web.log.clear();
  const report = await scanSite(`http://${host}:${web.port}/`, { allowPrivate: true, plan: { pages } });
  const found = new Set(report.items.map(({ kind, name, host: of }) => `${kind} ${name} ${of}`));
  return { pages: report.pages.length, seconds: report.seconds, found, truth: truthOf(web.log.all(), host) };
}

/** What one writes in an afternoon: page after page, `networkidle`, requests from the driver's events, cookies at the end. */
async function plainCrawl(web: StandInWeb, host: string): Promise<Measured> {
  web.log.clear();
  const started = Date.now();
  const args = ['--disable-background-networking', '--disable-component-update', '--no-first-run'];
  if (process.getuid?.() === 0) args.push('--no-sandbox');
  const browser = await chromium.launch({ executablePath: chromiumPath(), args });
  const context = await browser.newContext();
  const page = await context.newPage();
  const found = new Set<string>();
  const kinds: Record<string, string> = { stylesheet: 'style', xhr: 'fetch', document: 'frame', ping: 'beacon' };
  page.on('request', (request) => {
    const { hostname } = new URL(request.url());
    const kind = request.resourceType();
    if (hostname !== host) found.add(`request ${kinds[kind] ?? kind} ${hostname}`);
  });
  const queue = [`http://${host}:${web.port}/`];
  for (let i = 0; i < queue.length; i++) {
    // A page that never gets idle is looked at as it stands.
    await page.goto(queue[i]!, { waitUntil: 'networkidle', timeout: PLAIN_TIMEOUT_MS }).catch(() => {});
    const links = await page.$$eval('a[href]', (all) => all.map((a) => (a as HTMLAnchorElement).href.split('#')[0]!));
    for (const link of links) if (new URL(link).hostname === host && !queue.includes(link)) queue.push(link);
    const keys = await page.evaluate(() => [Object.keys(localStorage), Object.keys(sessionStorage)]);
    for (const key of keys[0]!) found.add(`local-storage ${key} ${host}`);
    for (const key of keys[1]!) found.add(`session-storage ${key} ${host}`);
  }
  for (const { name, domain } of await context.cookies()) found.add(`cookie ${name} ${domain.replace(/^\./, '')}`);
  await browser.close();
  return { pages: queue.length, seconds: (Date.now() - started) / 1000, found, truth: truthOf(web.log.all(), host) };
}
