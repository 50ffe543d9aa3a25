import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Permits } from '../hold/permits';
import { NOTHING, permitsOfShop } from '../hold/permits-for-tests';
import { mayServe } from './may-serve';

const FILE = 'https://shop.test/sw.js';
let permits: Permits;
let text: string | null;
/** Other files of the site, by their address. */
let others: Record<string, string>;
let read: string[];
beforeEach(() => {
  permits = permitsOfShop();
  others = {};
  read = [];
  vi.stubGlobal('fetch', async (file: string) => {
    read.push(file);
    const found = file === FILE ? text : (others[file] ?? null);
    if (found === null) throw new TypeError('nobody answers');
    return { text: async () => found };
  });
});
afterEach(() => vi.unstubAllGlobals());

/** Whether it may be registered by now. */
const asked = (names = {}) => {
  const state = { may: false };
  void mayServe(permits, names, FILE).then(() => {
    state.may = true;
  });
  return state;
};
const settled = () => new Promise(setImmediate);
const grant = (...purposes: string[]) =>
  permits.grant({ ...NOTHING, ...Object.fromEntries(purposes.map((one) => [one, true])) });

it.each([
  ['names nobody', 'addEventListener("fetch", () => {})'],
  ['names the site itself', 'fetch("//shop.test/list")'],
  ['names somebody whom nobody has ruled, as licences do', '// https://licence.test/2.0'],
  ['cannot be read', null],
])('a service worker may be registered whose file %s', async (_what, of) => {
  text = of;
  const state = asked();
  await vi.waitFor(() => expect(state.may).toBe(true));
});

it('one whose file names somebody who is held waits for him, and for all that it names', async () => {
  text = 'importScripts("https://gull.test/sw.js"); fetch(`//tern.test/ads/1`)';
  const state = asked();
  await settled();
  expect(state.may).toBe(false);
  grant('advertising');
  await settled();
  expect(state.may).toBe(false);
  grant('advertising', 'measurement');
  await vi.waitFor(() => expect(state.may).toBe(true));
});

it.each([
  ['importScripts("lib/a.js", \'lib/b.js\')', 'classic'],
  ['import { x } from "./lib/b.js"', 'module'],
])('one waits for whoever is named by a file of the site that it brings in: %s', async (brings) => {
  text = brings;
  others = {
    'https://shop.test/lib/a.js': 'importScripts("https://other.test/c.js")',
    'https://shop.test/lib/b.js': 'import "/d.js"',
    'https://shop.test/d.js': 'fetch("https://gull.test/")',
  };
  const state = asked();
  await vi.waitFor(() => expect(read).toContain('https://shop.test/d.js'));
  await settled();
  expect(state.may).toBe(false);
  grant('measurement');
  await vi.waitFor(() => expect(state.may).toBe(true));
  expect(read).not.toContain('https://other.test/c.js');
});

it('files that bring in each other come to an end', async () => {
  text = 'importScripts("sw.js", "a.js")';
  others = { 'https://shop.test/a.js': 'importScripts("sw.js"); importScripts(`a.js`)' };
  const state = asked();
  await vi.waitFor(() => expect(state.may).toBe(true));
  expect(read).toEqual([FILE, 'https://shop.test/a.js']);
});

it('one that is ruled by its own path waits for that purpose, whatever is in it', async () => {
  text = '';
  const state = asked({ advertising: ['/sw.js'] });
  await settled();
  expect(state.may).toBe(false);
  grant('advertising');
  await vi.waitFor(() => expect(state.may).toBe(true));
});
