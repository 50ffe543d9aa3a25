import { expect, it } from 'vitest';
import { ItemFold } from './fold';
import { familiesOverVisits, isOfFamily, patternByForm } from './name-family';
import type { Observation } from './types';

it.each([
  ['mooring_chk_01a211be-77f0-4a3c-9d2e-0c5a1b2c3d4e', 'mooring_chk_*'],
  ['tern_test_ec0e77f04a3c9d2e', 'tern_test_*'],
  ['Wed Nov 25 2026 08:16:27 GMT+0000 (Coordinated Universal Time)', '*'],
  ['visit 2026-11-25T08:16:27.123Z seen', 'visit * seen'],
  ['_og_ABC123XYZ9', '_og_*'],
  ['qk_1764058587123', 'qk_*'],
  ['qk_UA-12345-1', 'qk_UA-*'],
  ['lamp.storage.sessionId.4f9c2b7e-1a8d-4c06-b35e-7f10d2a9c84e', 'lamp.storage.sessionId.*'],
  ['tern_4f9c2b7e1a8d4c06b35e7f10d2a9c84e_posted', 'tern_*_posted'],
  ['4f9c2b7e1a8d4c06b35e7f10d2a9c84e', '*'],
  ['kz_AbCdEfGh12IjKlMn34', 'kz_*'],
])('takes out of "%s" what was made for one visit or customer', (name, pattern) => {
  expect(patternByForm(name)).toBe(pattern);
});

it.each([
  'session',
  'id',
  'PHPSESSID',
  'JSESSIONID',
  'XSRF-TOKEN',
  'i18nextLng',
  'base64encoded',
  'sessionStorageKeyOfLastVisit',
  'shop_session',
  'tab_1',
  'year_2026',
  'AWSALBCORS',
  '__Host-csrf',
  'a*4f9c2b7e1a8d4c06b35e7f10d2a9c84e',
])('leaves "%s" as somebody wrote it', (name) => {
  expect(patternByForm(name)).toBeNull();
});

it('looks at a name of any length and make without going on for ever', () => {
  const names = ['Mon '.repeat(120), 'a1'.repeat(250), '-'.repeat(499), 'A'.repeat(500), `${'0-'.repeat(249)}x`];
  expect(names.map(patternByForm)).toEqual([null, '*', null, '*', null]);
});

const seen = (name: string, page: string, more: Partial<Observation> = {}): Observation => ({
  kind: 'local-storage',
  name,
  host: 'a.example',
  page: `https://a.example/${page}`,
  party: 'first',
  atMs: 0,
  chain: [],
  ...more,
});
const namesOf = (observations: Observation[], settings = {}) => {
  const fold = new ItemFold(settings);
  for (const one of observations) fold.add(one);
  return fold.items().map(({ name, examples }) => (examples ? `${name} of ${examples.length}` : name));
};

it('makes out over several visits what no single name shows', () => {
  expect(namesOf([seen('tab-kqx1', 'a'), seen('tab-ppa', 'b'), seen('tab-z0t', 'c')])).toEqual(['tab-* of 3']);
  expect(namesOf([seen('scroll:about', 'about'), seen('scroll:fares', 'fares'), seen('scroll:help', 'help')])).toEqual([
    'scroll:* of 3',
  ]);
});

it('does not take three settings for one, nor what every visit has', () => {
  const settings = ['pref_lang', 'pref_theme', 'pref_size'];
  expect(namesOf(settings.map((name, i) => seen(name, `p${i}`))).sort()).toEqual([...settings].sort());
  const same = ['p', 'q', 'r'].flatMap((page) => [seen('tab-1x', page), seen('tab-2x', page)]);
  expect(namesOf(same)).toEqual(['tab-1x', 'tab-2x']);
});

it('takes many that differ by a number alone for one, even at one visit', () => {
  const count = (n: number) => Array.from({ length: n }, (_, i) => seen(`item_${i}_seen`, 'a'));
  expect(namesOf(count(30))).toEqual(['item_*_seen of 5']);
  expect(namesOf(count(5))).toHaveLength(5);
});

it('keeps apart what hosts, kinds and scripts keep apart', () => {
  const pages = ['a', 'b', 'c'];
  const mixed = pages.map((page, i) => seen(`tab-${i}k${i}`, page, i === 1 ? { kind: 'cookie' } : {}));
  expect(namesOf(mixed)).toHaveLength(3);
});

it('takes in a name that looks like words where its kin were drawn', () => {
  const names = namesOf([
    seen('chk_3f9a2c71', 'a'),
    seen('chk_77b0e1aa', 'b'),
    seen('chk_kqxwvzpl', 'c'),
    seen('chk_done', 'c'),
  ]);
  expect(names).toEqual(['chk_* of 3', 'chk_done']);
});

it('folds under a family that a person made, and not under one that was parted', () => {
  const family = { kind: 'local-storage', host: 'a.example', pattern: 'pref_*' } as const;
  expect(namesOf([seen('pref_lang', 'a'), seen('pref_size', 'a')], { known: [family] })).toEqual(['pref_* of 2']);
  const parted = { kind: 'local-storage', host: 'a.example', pattern: 'qk_*' } as const;
  expect(namesOf([seen('qk_1764058587123', 'a')], { parted: [parted] })).toEqual(['qk_1764058587123']);
  expect(isOfFamily(family, { kind: 'cookie', host: 'a.example', name: 'pref_lang' })).toBe(false);
});

it('counts names without end, and lists the first thousand', () => {
  const fold = new ItemFold();
  const word = (i: number) => [...String(i)].map((digit) => 'abcdefghij'[Number(digit)]).join('');
  for (let i = 0; i < 1500; i++) fold.add(seen(word(i), 'a'));
  expect(fold.items()).toHaveLength(1000);
  expect(fold.flooded()).toEqual([{ kind: 'local-storage', host: 'a.example', names: 1500 }]);
});

it('says no family where there were too few visits', () => {
  const item = (name: string, page: string) => ({ ...seen(name, page), pages: [page] });
  expect(familiesOverVisits([item('tab-1', 'a'), item('tab-2', 'b')])).toEqual([]);
});
