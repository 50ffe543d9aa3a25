import { describe, expect, it } from 'vitest';
import {
  compareScans,
  cookieFacts,
  cookieSyncing,
  fingerprinting,
  foldObservations,
  ItemFold,
  type Observation,
  partyOf,
  registrableDomain,
  type Sign,
  signWords,
} from './index';

const seen = (over: Partial<Observation>): Observation => ({
  kind: 'cookie',
  name: 'id',
  host: 'ads.localhost',
  page: 'http://site.localhost/a',
  party: 'third',
  atMs: 10,
  chain: [],
  ...over,
});

it.each([
  ['www.site.co.uk', 'shop.site.co.uk', 'first'],
  ['other.co.uk', 'site.co.uk', 'third'],
  ['a.site.localhost', 'site.localhost', 'first'],
  ['oddgull.localhost', 'skerrysound.localhost', 'third'],
  ['127.0.0.1', '127.0.0.1', 'first'],
])('%s on %s is %s party', (host, page, party) => {
  expect(partyOf(host, page)).toBe(party);
});

it('takes the owner at his word about further domains of his', () => {
  expect(partyOf('cdn.own-files.example', 'site.example', ['own-files.example'])).toBe('first');
  expect(registrableDomain('localhost')).toBe('localhost');
});

it('adds up what is the same and keeps apart what is not', () => {
  const items = foldObservations([
    seen({ lifetimeSeconds: null }),
    seen({ page: 'http://site.localhost/b', lifetimeSeconds: 3600, chain: [{ url: 'x', how: 'page' }] }),
    seen({ lifetimeSeconds: 60 }),
    seen({ kind: 'local-storage' }),
    seen({ host: 'site.localhost', party: 'first' }),
  ]);
  expect(items.map((item) => [item.party, item.kind, item.host])).toEqual([
    ['third', 'cookie', 'ads.localhost'],
    ['third', 'local-storage', 'ads.localhost'],
    ['first', 'cookie', 'site.localhost'],
  ]);
  expect(items[0]).toMatchObject({
    pages: ['http://site.localhost/a', 'http://site.localhost/b'],
    lifetimeSeconds: 3600,
    chain: [{ url: 'x', how: 'page' }],
  });
});

it('adds up pages to the same as observations, and knows what only a yes brings', () => {
  const all = [
    seen({ lifetimeSeconds: 60 }),
    seen({ page: 'http://site.localhost/b', afterYes: true }),
    seen({ name: 'late', afterYes: true }),
  ];
  const pages = new ItemFold();
  for (const observation of all) for (const item of foldObservations([observation])) pages.addItem(item);
  expect(pages.items()).toEqual(foldObservations(all));
  expect(pages.items().map((item) => [item.name, item.onlyAfterYes ?? false])).toEqual([
    ['id', false],
    ['late', true],
  ]);
});

it.each([
  [
    'a cookie of one host in the address of another',
    'uid',
    'ads.example',
    'a81f-77c2e9',
    'https://pool.example/m?u=a81f-77c2e9',
    true,
  ],
  [
    'also inside a longer value, and encoded',
    '_v',
    'site.example',
    'og.1.x81f77c2e9',
    'https://m.example/c?d=%7Bid%3Ax81f77c2e9%7D',
    true,
  ],
  [
    'not to the host itself or its subdomains',
    'uid',
    'ads.example',
    'a81f77c2e9',
    'https://px.ads.example/?u=a81f77c2e9',
    false,
  ],
  ['no plain words', 'lang', 'site.example', 'english', 'https://m.example/?l=english', false],
  [
    'not the address of the page itself',
    'queue',
    'site.example',
    '/a/38-round-stone',
    'https://m.example/?p=38-round-stone',
    false,
  ],
  ['no part of a longer word', 'uid', 'ads.example', 'a81f77c2', 'https://pool.example/?u=a81f77c2e9', false],
])('identifiers that travel: %s', (_what, name, host, value, url, travels) => {
  const signs = cookieSyncing(
    [{ kind: 'cookie', name, host, value }],
    [{ url, page: 'https://site.example/a/38-round-stone', chain: [] }],
  );
  expect(signs.map((sign) => [sign.name, sign.host])).toEqual(travels ? [[name, new URL(url).hostname]] : []);
  if (travels) expect(JSON.stringify(signs)).not.toContain(value);
});

it('takes a script for one that fingerprints by what it reads in sum', () => {
  const read = (what: string, script: string) => ({ what, script, page: 'https://site.example/', chain: [] });
  const signs = fingerprinting([
    read('hardwareConcurrency', 'https://site.example/app.js'),
    read('canvas', 'https://fp.example/f.js'),
    ...['hardwareConcurrency', 'deviceMemory', 'plugins', 'maxTouchPoints'].map((what) =>
      read(what, 'https://dev.example/d.js'),
    ),
  ]);
  expect(signs.map((sign) => [sign.host, signWords(sign)])).toEqual([
    ['fp.example', 'a script read back what it had drawn'],
    ['dev.example', 'a script read deviceMemory, hardwareConcurrency, maxTouchPoints, plugins'],
  ]);
});

it.each([
  ['SameSiteNoneInsecure', 'the browser refused the cookie c of h: it is marked SameSite=None without Secure'],
  ['NewReason', 'the browser refused the cookie c of h: the browser says NewReason'],
])('says why a cookie was refused, also by a code it does not know: %s', (reason, words) => {
  const sign = { what: 'refused-cookie', host: 'h', name: 'c', page: '', chain: [], reasons: [reason] } satisfies Sign;
  expect(signWords(sign)).toBe(words);
});

const NOW = Date.UTC(2026, 10, 23);
describe('cookieFacts', () => {
  it.each([
    ['a=1', { name: 'a', host: 'h.localhost', lifetimeSeconds: null, httpOnly: false, secure: false }],
    [
      'a=1; Max-Age=60; Domain=.Site.localhost; HttpOnly',
      { host: 'site.localhost', lifetimeSeconds: 60, httpOnly: true },
    ],
    [
      'a=b=c; Expires=Tue, 24 Nov 2026 00:00:00 GMT; SameSite=none; Secure',
      { lifetimeSeconds: 86_400, sameSite: 'None', secure: true },
    ],
    ['a=1; Max-Age=60; Expires=Thu, 01 Jan 1970 00:00:00 GMT', { lifetimeSeconds: 60 }],
    ['a=%E0%A4%A', { name: 'a' }],
  ])('reads %j', (line, facts) => {
    expect(cookieFacts(line, 'h.localhost', NOW)).toMatchObject(facts);
  });
  it.each(['a=; Max-Age=0', 'a=1; Max-Age=-1', 'a=; Expires=Thu, 01 Jan 1970 00:00:00 GMT', '', ';'])(
    'sees that %j keeps nothing',
    (line) => {
      expect(cookieFacts(line, 'h.localhost', NOW)).toBeNull();
    },
  );
});

it('tells what came, went and changed between two scans, and what was not looked for', () => {
  const item = (name: string, over: object = {}) => ({
    ...foldObservations([seen({ name, lifetimeSeconds: 1000 })])[0]!,
    ...over,
  });
  const [a, b, c] = ['http://site.localhost/a', 'http://site.localhost/b', 'http://site.localhost/c'];
  const by = (url: string) => [
    { url: a, how: 'page' },
    { url, how: 'script' },
    { url: 'x', how: 'markup' },
  ];
  const before = {
    pages: [a, b],
    items: [
      item('same'),
      item('wobbles', { lifetimeSeconds: 1000 }),
      item('gone'),
      item('elsewhere', { pages: [b] }),
      item('grows'),
      item('spreads'),
      item('moves', { chain: by('http://t.localhost/1.js?x=1') }),
    ],
  };
  const now = {
    pages: [a, c],
    items: [
      item('same'),
      item('wobbles', { lifetimeSeconds: 1003 }),
      item('new'),
      item('grows', { lifetimeSeconds: 90_000 }),
      item('spreads', { pages: [a, c] }),
      item('moves', { chain: by('http://t.localhost/2.js?x=1') }),
    ],
  };
  const result = compareScans(before, now);
  expect(result.added.map((i) => i.name)).toEqual(['new']);
  expect(result.gone.map((i) => i.name)).toEqual(['gone']);
  expect(result.notLookedFor.map((i) => i.name)).toEqual(['elsewhere']);
  expect(result.same).toBe(3);
  expect(result.changed.map(({ item: { name }, changes }) => [name, ...changes.map((change) => change.what)])).toEqual([
    ['grows', 'lives-longer'],
    ['moves', 'new-parent'],
  ]);
  const spread = compareScans({ ...before, pages: [a, b, c] }, now);
  expect(spread.changed.map(({ item: { name } }) => name)).toContain('spreads');
});
