import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { type CheckReport, type Step, type VisitorCase, visitorCase } from '@douane/core/check';
import { setupClassifier } from '@douane/core/classify';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { type CheckOptions, launchBrowser, type RunningBrowser, runCheck, visitCase } from '@douane/scanner';
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest';
import { LeakyWeb } from './support/leaky-web';
import type { Way } from './ways/types';

/** What goes wrong with a site or its recorder while it is checked: an honest "could not be checked", and never a pass. */
const BARE: Way = { id: 'nothing', html: '' };
const FRAMED: Way = { id: 'a page in a frame', html: '' };
const LATE: Way = { id: 'late', html: '<p>Page</p>' };

let web: LeakyWeb;
let running: RunningBrowser;
let odd: Server;
/** What the odd site answers. */
let answer: (req: IncomingMessage) => string | number = () => '';
let address: string;
beforeAll(async () => {
  FRAMED.html = '<iframe width="600" height="400" src="/script/0/"></iframe>';
  web = await LeakyWeb.open([BARE, FRAMED, LATE]);
  running = await launchBrowser({ allowPrivate: true });
  odd = createServer((req, res) => {
    const said = answer(req);
    if (said === 0) return; // is never answered
    res.writeHead(typeof said === 'number' ? said : 200, { 'content-type': 'text/html', location: '/sign-in' });
    res.end(typeof said === 'number' ? '' : said);
  });
  odd.listen(0, '127.0.0.1');
  await new Promise((done) => odd.once('listening', done));
  address = `http://odd.localhost:${(odd.address() as AddressInfo).port}/`;
});
afterEach(() => {
  web.recorder = () => 201;
});
afterAll(async () => {
  await running?.close();
  await web?.close();
  odd?.closeAllConnections();
  odd?.close();
});

async function visit(way: Way, steps: Step[], means: 'script' | 'none' = 'script') {
  const release = web.releaseOf(way, 'script');
  const surroundings = { release, classify: setupClassifier(release.setup), allowPrivate: true, resolve: [] };
  const pages = [web.pageOf(way, means)];
  return (await visitCase(running.browser, visitorCase('DE', steps), { ...surroundings, pages })).checked;
}

/** Checks the odd site, one visit after the other. */
function check(visits: number, onPicture?: CheckOptions['onPicture']): Promise<CheckReport> {
  const setup = newSetup({ key: 'odd', name: 'Odd', address }, `${address}g/odd`);
  const cases = Array.from({ length: visits }, (): VisitorCase => visitorCase('DE', []));
  const options = { cases, pages: [address], allowPrivate: true, parallel: 1, onPicture };
  return runCheck(address, compileRelease(setup, 1, '2026-11-26'), options);
}
const reasons = ({ cases }: CheckReport) => cases.map(({ notChecked = [] }) => notChecked.join(' '));

it('tells of a recorder that fails in the middle, and counts what was recorded before', async () => {
  web.recorder = (before) => (before === 0 ? 201 : 422);
  const first = await visit(BARE, ['accept', 'refuse']);
  expect(first.recorded.map(({ step }) => step)).toEqual(['accept']);
  expect(first.notChecked).toEqual(['The recorder did not confirm "refuse": it answered 422.']);
});

it('does not take a banner in a frame for the site’s own', async () => {
  expect((await visit(FRAMED, ['refuse'], 'none')).notChecked).toEqual(['The gate was not found on the first page.']);
});

it('tells of a page that is behind a login', async () => {
  answer = ({ url }) => (url === '/sign-in' ? '<form><input type="password" name="p"></form>' : 302);
  const [first] = (await check(1)).cases;
  expect(first!.notChecked).toContain(`${address} leads to ${address}sign-in, which asks for a password.`);
});

it('tells which visits are of the site as it was before it changed', async () => {
  let asked = 0;
  answer = ({ headers, url }) => {
    if (url !== '/' || !headers.accept?.includes('text/html')) return '';
    asked += 1;
    return `<title>x</title><script src="/own.js?${asked}"></script>${asked > 3 ? '<img src="/new.gif">' : ''}`;
  };
  const told = reasons(await check(5));
  const isTold = told.map((one) => one.includes(`${address} has "img ${address}new.gif"`));
  expect(isTold).toEqual([true, true, true, false, false]);
});

it('tells of a site that answers programs otherwise', async () => {
  answer = ({ headers }) => (/Headless/.test(headers['user-agent'] ?? '') ? 403 : '<script src="/ads.js"></script>');
  expect((await reasons(await check(1)))[0]).toContain('otherwise than others: with 403 where they get 200');
  answer = ({ headers, url }) =>
    url === '/' && !/Headless/.test(headers['user-agent'] ?? '') ? '<script src="/ads.js"></script>' : '<p>hello</p>';
  expect((await reasons(await check(1)))[0]).toContain(`without "script ${address}ads.js"`);
});

it('says who asks for a program, without taking it for a failure', async () => {
  answer = () => '<title>x</title><script>if (navigator.webdriver) document.title = "y";</script>';
  const [first] = (await check(1)).cases;
  expect(first!.problems).toContain(
    'odd.localhost asks whether a program drives the browser, and may do otherwise then.',
  );
  expect(first!.notChecked).toEqual(['The gate was not found on the first page.']);
});

it('counts what is asked of somebody who does not answer, and keeps what the screen showed then', async () => {
  const { port } = new URL(address);
  answer = ({ headers }) =>
    headers.host?.startsWith('late.') ? 0 : `<title>x</title><img src="http://late.localhost:${port}/a.gif" alt="">`;
  const pictures = new Map<number, Buffer>();
  const [first] = (await check(1, (number, jpeg) => pictures.set(number, jpeg))).cases;
  const late = first!.items.find(({ host }) => host === 'late.localhost');
  expect(late).toMatchObject({ verdict: 'slipped', picture: { number: 1 } });
  expect([...pictures.keys()]).toEqual([1]);
  // As every JPEG begins.
  expect(pictures.get(1)!.subarray(0, 3).toString('hex')).toBe('ffd8ff');
  expect(first!.problems).toContain(`late.localhost:${port} had not answered when the page was left`);
});
