import { describe, expect, it } from 'vitest';
import {
  carriedBy,
  excerptAt,
  ItemFold,
  type Observation,
  tellsApart,
  type ValueForm,
  type ValueSeen,
  valueForm,
  valueOverVisits,
  valueWords,
} from './index';

const seen = (form: ValueForm, visits: number, different: number): ValueSeen => ({
  form,
  length: 20,
  visits,
  digests: Array.from({ length: different }, (_, i) => String(i)),
});

describe('values', () => {
  it.each<[ValueForm, string[]]>([
    ['empty', ['', '  ', '%20']],
    ['flag', ['1', '0', 'true', 'denied', 'NO']],
    ['language', ['de', 'en-GB', 'pt_BR']],
    ['number', ['0.8', '42', '1.250']],
    ['time', ['1763923200', '1763923200123']],
    ['word', ['dark', 'compact-view']],
    ['identifier', ['9f3c1a77-0000-4000-8000-3f8a3f0e0000', 'GA1.2.12345.6789', 's%3Aabcdefghijklmnop1']],
    ['structured', ['{"bidder":"x"}', '%7B%22a%22%3A1%7D', 'a=1&b=2', 'seen:1|lang:de']],
    ['text', ['Good morning, all']],
  ])('are told as %s', (form, values) => {
    for (const value of values) expect(valueForm(value), value).toBe(form);
  });
  it('tell visitors apart where each gets his own, and not where all get the same', () => {
    expect(
      [seen('identifier', 1, 1), seen('identifier', 9, 9), seen('identifier', 9, 1), seen('word', 9, 1)].map(
        tellsApart,
      ),
    ).toEqual([true, true, false, false]);
    expect(
      [seen('word', 1, 1), seen('word', 4, 1), seen('word', 4, 4), seen('word', 4, 2), seen('identifier', 500, 9)].map(
        valueOverVisits,
      ),
    ).toEqual([null, 'constant', 'differs', 'varies', 'differs']);
    expect(valueWords(seen('language', 13, 1))).toBe('Holds a language of 20 characters, the same at all 13 visits.');
  });
});

describe('added up', () => {
  const observation = (page: string, digest: string): Observation => ({
    kind: 'cookie',
    name: 'x',
    host: 'h',
    page,
    party: 'first',
    atMs: 0,
    chain: [],
    value: { form: 'word', length: 1, visits: 1, digests: [digest] },
    posts: { count: 1, size: 10 },
  });
  it('a value written again at one visit is one visit, with the newest value; posts add up within a visit', () => {
    const visit = (page: string, ...digests: string[]) => {
      const fold = new ItemFold();
      for (const digest of digests) fold.add(observation(page, digest));
      return fold.items()[0]!;
    };
    const scan = new ItemFold();
    for (const item of [visit('/a', '1', '2'), visit('/b', '2'), visit('/a', '3')]) scan.addItem(item);
    expect(scan.items()).toMatchObject([{ value: { visits: 3, digests: ['2', '3'] }, posts: { count: 2, size: 20 } }]);
  });
});

it('tells what a request carries of page and visitor', () => {
  const about = {
    page: 'http://site.example/fares?x=1',
    title: 'Fares · Ferries',
    screen: { width: 1280, height: 800 },
  };
  const of = (query: string, posted?: string) => carriedBy(`http://t.example/c?${query}`, posted, about);
  expect(of(`p=${encodeURIComponent(about.page)}&t=${encodeURIComponent(about.title)}&sr=1280x800`)).toEqual([
    'page-address',
    'page-title',
    'screen-size',
  ]);
  expect(of('w=1280&h=200')).toEqual(['screen-size']);
  expect(of('width=320&id=1280')).toEqual([]); // a picture's width, and a number that happens to be the same
  expect(of('', JSON.stringify({ url: '/fares?x=1', referrer: '' }))).toEqual(['page-address', 'referrer']);
  expect(of('', `{"dom":"${'<div class=a>'.repeat(60)}"}`)).toEqual(['page-content']);
  expect(of('', '{"cut": "short')).toEqual([]);
});

it('gives the lines around a place in a script, and of a minified one the part around the column', () => {
  const script = 'function a() {\n    set("x");\n    set("y");\n}\nb();';
  expect(excerptAt(script, 2, 5)).toBe('function a() {\n    set("x");\n    set("y");');
  expect(excerptAt(script, 9, 1)).toBe('');
  const minified = `${'a();'.repeat(500)}document.cookie="x=1";${'b();'.repeat(500)}`;
  const cut = excerptAt(minified, 1, 2001);
  expect(cut).toContain('document.cookie="x=1"');
  expect(cut.length).toBeLessThan(400);
});
