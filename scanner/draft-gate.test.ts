import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import type { BrowserContext, Route } from 'playwright-core';
import { expect, it } from 'vitest';
import { serveDraft } from './draft-gate';

/** What the visits of a draft's check get in the place of gate and recorder. */
const SITE = 'https://site.test';
const BASE = 'https://douane.test/g/s';
const setup = newSetup({ key: 's', name: 'S', address: `${SITE}/` }, BASE);
setup.site.staging = ['https://staging.test'];
const release = compileRelease(setup, 4, '2026-11-26');
const GATE = { pointer: 'pointer()', immutable: [{ name: 'banner.1.js', body: 'banner()', type: 'text/javascript' }] };

interface Answer {
  status: number;
  body?: string;
  json?: { id: string };
  headers: Record<string, string>;
}

async function opened() {
  let is: (url: URL) => boolean = () => false;
  let handle: (route: Route) => Promise<void> = async () => {};
  const context = {
    route: async (when: typeof is, how: typeof handle) => {
      is = when;
      handle = how;
    },
  };
  const lookUp = await serveDraft(context as unknown as BrowserContext, BASE, release, GATE);
  const ask = async (url: string, post?: unknown, origin = SITE): Promise<Answer | null> => {
    if (!is(new URL(url))) return null;
    let answer: Answer | undefined;
    await handle({
      request: () => ({
        url: () => url,
        method: () => (post === undefined ? 'GET' : 'POST'),
        postData: () => (typeof post === 'string' ? post : JSON.stringify(post)),
        headerValue: async () => origin,
      }),
      fulfill: async (given: Answer) => {
        answer = given;
      },
    } as unknown as Route);
    return answer!;
  };
  const choose = (over: object = {}, origin?: string) => ask(`${BASE}/records`, { ...CHOICE, ...over }, origin);
  return { ask, choose, lookUp };
}
const ID = '0b6f2a10-0000-4000-8000-000000000001';
const purposes = Object.fromEntries(setup.purposes.map(({ id }) => [id, id === 'necessary']));
const CHOICE = {
  ...{ id: ID, version: 4, place: 'DE', language: 'en', purposes, method: 'refuse-all', gpc: false },
  ...{ replaces: null, test: true },
};

it('answers what is asked below the gate’s address, and nothing else', async () => {
  const { ask } = await opened();
  expect(await ask(`${BASE}/gate.js`)).toMatchObject({ status: 200, body: 'pointer()' });
  expect(await ask(`${BASE}/banner.1.js`)).toMatchObject({ status: 200, body: 'banner()' });
  expect(await ask(`${BASE}/banner.2.js`)).toMatchObject({ status: 404 });
  expect(await ask(`${BASE}/field-reports`, {})).toMatchObject({ status: 204 });
  expect(await ask(`${BASE}x/gate.js`)).toBeNull();
  expect(await ask(`${SITE}/`)).toBeNull();
});

it('takes a choice as the recorder does, and finds it again', async () => {
  const { choose, lookUp } = await opened();
  expect(await choose()).toMatchObject({ status: 201, json: { id: ID } });
  expect(await choose()).toMatchObject({ status: 201, json: { id: ID } });
  expect(await lookUp([ID])).toMatchObject([
    { id: ID, version: 4, purposes, test: true, regimes: [expect.any(String)] },
  ]);
  expect(await lookUp(['0b6f2a10-0000-4000-8000-000000000002'])).toEqual([]);
});

it.each<[string, object, string, number]>([
  ['of another release', { version: 3 }, SITE, 422],
  ['with a purpose that there is not', { purposes: { ...purposes, fun: true } }, SITE, 422],
  ['that does not fit its method', { method: 'accept-all' }, SITE, 422],
  ['from an address that is not the site’s', {}, 'https://other.test', 403],
  ['from staging, which is a test whatever it says', { test: undefined }, 'https://staging.test', 201],
])('answers a choice %s', async (_words, over, origin, status) => {
  const { choose, lookUp } = await opened();
  expect(await choose(over, origin)).toMatchObject({ status });
  expect(await lookUp([ID])).toMatchObject(status === 201 ? [{ test: true }] : []);
});

it('refuses what is no JSON', async () => {
  const { ask } = await opened();
  expect(await ask(`${BASE}/records`, '{')).toMatchObject({ status: 422 });
});
