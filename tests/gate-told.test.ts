import { LISTENERS, type ToldListener } from '@douane/core/listeners';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { gateFiles } from '@douane/gate';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type * as Tell from '../gate/told/index';
import { openBrowser } from './support/browser';
import { gateParts, type Parts } from './support/parts';

declare const parts: typeof Tell;
declare global {
  interface Window {
    /** Makes it known where the visitor is, and what he granted. */
    decide: (granted: Record<string, boolean>) => void;
    told: ReturnType<typeof Tell.tellTags>;
    queue?: unknown;
    call?: (...values: unknown[]) => unknown;
  }
}

let browser: Browser;
let all: Parts;
let page: Page;

beforeAll(async () => {
  browser = await openBrowser();
  all = await gateParts(browser, ['told/index']);
});
afterAll(async () => {
  await all?.close();
  await browser?.close();
});

const signals: ToldListener = {
  id: 'signals',
  at: 'queue',
  takes: 'arguments',
  signals: { ads: 'advertising' },
  words: { granted: 'yes', denied: 'no' },
  first: [['consent', 'default', '$signals']],
  later: [['consent', 'update', '$signals']],
};
const call: ToldListener = {
  id: 'call',
  at: 'call',
  takes: 'function',
  signals: { consent: 'advertising' },
  granted: [['consent', 'grant']],
  denied: [['consent', 'revoke']],
};

/** A page whose listeners are told, of a visitor of whom nothing is known yet. */
async function telling(listeners: ToldListener[]): Promise<void> {
  page = await all.open();
  await page.evaluate((given) => {
    let granted: Record<string, boolean> = {};
    let known = () => {};
    const calls: (() => void)[] = [];
    const ready = new Promise<void>((done) => {
      known = done;
    });
    window.decide = (now) => {
      granted = now;
      known();
      for (const one of calls) one();
    };
    window.told = parts.tellTags(given, ['advertising'], {
      granted: (id) => granted[id] === true,
      ready,
      on: (_, one) => {
        calls.push(one as () => void);
        return () => {};
      },
    });
  }, listeners);
}
const decide = (advertising: boolean) => page.evaluate((yes) => window.decide({ advertising: yes }), advertising);
/** What a library finds in the queue: of each entry what it is, and its values. */
const queued = () =>
  page.evaluate(() =>
    (window.queue as unknown[]).map((one) => [Object.prototype.toString.call(one), Array.from(one as unknown[])]),
  );

it('says what is denied before anything else, and each change after it', async () => {
  await telling([signals]);
  expect(await queued()).toEqual([['[object Arguments]', ['consent', 'default', { ads: 'no' }]]]);
  await decide(false);
  await decide(true);
  expect((await queued()).map(([, values]) => values)).toEqual([
    ['consent', 'default', { ads: 'no' }],
    ['consent', 'update', { ads: 'no' }],
    ['consent', 'update', { ads: 'yes' }],
  ]);
  expect(await page.evaluate(() => window.told.map(({ listener }) => listener))).toEqual(Array(3).fill('signals'));
});

it('stays first where the page makes a queue of its own, and speaks to the library that takes over', async () => {
  await telling([signals, { ...signals, id: 'list', takes: 'array' }]);
  await page.evaluate(() => {
    window.queue = [['page', 'begins']];
  });
  expect(await queued()).toEqual([
    ['[object Arguments]', ['consent', 'default', { ads: 'no' }]],
    ['[object Array]', ['consent', 'default', { ads: 'no' }]],
    ['[object Array]', ['page', 'begins']],
  ]);
  await page.evaluate(() => {
    const heard: unknown[] = [];
    window.queue = { heard, push: (one: unknown) => heard.push(Array.from(one as unknown[])) };
  });
  await decide(true);
  expect(await page.evaluate(() => (window.queue as { heard: unknown[] }).heard)).toEqual([
    ['consent', 'update', { ads: 'yes' }],
    ['consent', 'update', { ads: 'yes' }],
  ]);
});

it('tells a function that a snippet makes before the snippet’s own first call, and leaves it whole', async () => {
  await telling([call]);
  await decide(true);
  const seen = await page.evaluate(() => {
    const before = typeof window.call;
    const queue: unknown[][] = [];
    const made = Object.assign((...values: unknown[]) => queue.push(values), { version: '' });
    if (!window.call) window.call = made;
    made.version = '2';
    window.call('init', '7');
    window.call('track');
    return { before, queue, version: (window.call as unknown as typeof made).version, told: window.told.length };
  });
  expect(seen).toEqual({
    before: 'undefined',
    queue: [['consent', 'revoke'], ['consent', 'grant'], ['init', '7'], ['track']],
    version: '2',
    told: 2,
  });
});

it('says at once to a function that is in use what has changed', async () => {
  await telling([call]);
  await page.evaluate(() => {
    const queue: unknown[][] = [];
    window.call = Object.assign((...values: unknown[]) => queue.push(values), { queue });
    window.call('init');
  });
  await decide(true);
  expect(await page.evaluate(() => (window.call as unknown as { queue: unknown[][] }).queue)).toEqual([
    ['consent', 'revoke'],
    ['init'],
    ['consent', 'grant'],
  ]);
});

it('has told them before the script that stands behind the gate runs', async () => {
  const url = 'http://told.localhost/';
  const setup = newSetup({ key: 'told', name: 'Told', address: url }, `${url}g/told`);
  setup.holding.tells = [{ listener: LISTENERS.find(({ takes }) => takes === 'arguments')!.id }];
  const { pointer } = gateFiles(compileRelease(setup, 1, '2026-11-26'), await loadGateCode(process.cwd()), sha256);
  const next = 'heard = [...window.dataLayer ?? []].map(([command, which]) => command + " " + which)';
  page = await browser.newPage();
  await page.route(`${url}**`, (route) =>
    route.request().url() === url
      ? route.fulfill({
          contentType: 'text/html',
          body: `<head><script data-place="DE">${pointer}</script><script>${next}</script>`,
        })
      : route.abort(),
  );
  await page.goto(url);
  // The place is known from the snippet, so that nothing has to be waited for.
  expect(await page.evaluate('heard')).toEqual(['consent default', 'consent update']);
  expect(await page.evaluate('douane.told.length')).toBeGreaterThan(0);
  await page.close();
});
