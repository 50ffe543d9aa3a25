import { expect, it } from 'vitest';
import { newSetup } from '../setup/index';
import {
  byHost,
  holdPlan,
  indexPlan,
  matchesName,
  mayRun,
  planConflicts,
  purposeOf,
  purposeOfStored,
  storedPatterns,
  type Unruled,
} from './index';

it.each([
  ['_ogv', '_ogv', true],
  ['_ogv', '_ogvx', false],
  ['_og*', '_ogv', true],
  ['_og*', 'x_ogv', false],
  ['*_id', 'visitor_id', true],
  ['a*b*c', 'axxbyyc', true],
  ['a*b*c', 'axxcyyb', false],
  ['ab*ba', 'aba', false],
  ['*', '', true],
])('pattern %j against %j', (pattern, name, fits) => {
  expect(matchesName(pattern, name)).toBe(fits);
});

it('matches in linear time where an expression would run for ever', () => {
  expect(matchesName(`${'a*'.repeat(2000)}b`, 'a'.repeat(100_000))).toBe(false);
});

it('finds a host by its nearest parent, not by likeness', () => {
  const hosts = { 'oddgull.localhost': 1, 'cdn.oddgull.localhost': 2 };
  expect(byHost(hosts, 'a.cdn.oddgull.localhost')).toBe(2);
  expect(byHost(hosts, 'b.oddgull.localhost')).toBe(1);
  expect(byHost(hosts, 'notoddgull.localhost')).toBeUndefined();
  expect(byHost(hosts, 'localhost')).toBeUndefined();
  expect(byHost({}, 'constructor')).toBeUndefined();
});

const setup = newSetup({ key: 's', name: 'S', address: 'http://www.site.localhost/' }, 'http://localhost:1/g/s');
setup.services = [
  { id: 'till', name: 'Till', purpose: 'necessary', hosts: ['till.localhost'], items: [{ kind: 'cookie', name: 't' }] },
  {
    id: 'ads',
    name: 'Ads',
    purpose: 'advertising',
    hosts: ['ads.localhost', 'cdn.localhost/a/'],
    items: [
      { kind: 'cookie', name: '*' },
      { kind: 'cookie', name: 'ad_*', pattern: true },
      { kind: 'session-storage', name: 'ads.last' },
    ],
  },
  { id: 'cdn', name: 'CDN', purpose: 'necessary', hosts: ['cdn.localhost/'], items: [] },
  { id: 'count', name: 'Count', purpose: 'measurement', hosts: ['www.site.localhost/count/'], items: [] },
];
const index = indexPlan(holdPlan(setup));

it('deletes nothing necessary and takes no name from a page for a pattern', () => {
  expect(storedPatterns(holdPlan(setup), new Set(['necessary']))).toEqual({
    cookies: { advertising: ['ad_*'] },
    storage: { advertising: ['ads.last'] },
    databases: {},
    caches: {},
    workers: {},
  });
});

it('keeps what is necessary where a pattern of another purpose fits it', () => {
  const items = [{ kind: 'cookie' as const, name: 'ad_basket' }];
  const till = { id: 'till', name: 'Till', purpose: 'necessary', hosts: [], items };
  const { cookies } = storedPatterns(
    holdPlan({ ...setup, services: [...setup.services, till] }),
    new Set(['necessary']),
  );
  expect(['ad_basket', 'ad_9', 't', 'other'].map((name) => purposeOfStored(cookies, name))).toEqual([
    'necessary',
    'advertising',
    undefined,
    undefined,
  ]);
});

it('lays the plan out by host, and by path where a host serves several purposes', () => {
  expect(index).toEqual({
    hosts: {
      'till.localhost': 'necessary',
      'ads.localhost': 'advertising',
      'cdn.localhost': [
        ['/a/', 'advertising'],
        ['/', 'necessary'],
      ],
      'www.site.localhost': [['/count/', 'measurement']],
    },
    own: ['.site.localhost', 'localhost'],
    unruled: 'by-regime',
  });
});

it.each([
  ['http://ads.localhost/x', 'advertising'],
  ['http://sub.ads.localhost/x', 'advertising'],
  ['http://cdn.localhost/a/x.js', 'advertising'],
  ['http://cdn.localhost/b/x.js', 'necessary'],
  ['http://till.localhost/', 'necessary'],
  ['http://stranger.localhost/', null],
  ['http://notads.localhost/', null],
  ['http://site.localhost/', undefined],
  ['http://shop.site.localhost/', undefined],
  ['http://localhost:1/g/s/gate.js', undefined],
  ['http://www.site.localhost/count/x', 'measurement'],
  ['http://www.site.localhost/shop', undefined],
])('plans %s as %s', (address, purpose) => {
  expect(purposeOf(index, new URL(address))).toBe(purpose);
});

it.each<[string | null, Record<string, boolean>, Unruled, boolean]>([
  ['advertising', { advertising: true }, 'held', true],
  ['advertising', { advertising: false }, 'let-through', false],
  ['gone', {}, 'let-through', false],
  [null, { a: true, b: true }, 'by-regime', true],
  [null, { a: true, b: false }, 'by-regime', false],
  [null, { a: true, b: true }, 'held', false],
  [null, { a: false }, 'let-through', true],
])('purpose %s, granted %j, unruled %s: %s', (purpose, granted, unruled, runs) => {
  expect(mayRun(purpose, granted, unruled)).toBe(runs);
});

it('tells which host two purposes claim, and nothing where paths part them', () => {
  expect(planConflicts(setup)).toEqual([]);
  const both = [...setup.services, { id: 'x', name: 'X', purpose: 'functional', hosts: ['ads.localhost'], items: [] }];
  expect(planConflicts({ services: both })).toEqual([
    { index: 4, host: 'ads.localhost', purposes: ['advertising', 'functional'] },
  ]);
});
