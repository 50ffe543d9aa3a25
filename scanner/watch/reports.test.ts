import { describe, expect, it } from 'vitest';
import { Budget, placeIn, readReport } from './reports';
import { namedValue, valueSeen } from './values';

const report = { what: 'cookie', text: 'a=1', host: 'site.localhost', at: 12.5, stack: '' };

describe('a report from a page', () => {
  it('is read for what it says and nothing beside', () => {
    expect(readReport(JSON.stringify({ ...report, extra: 1, value: 7 }))).toEqual(report);
    expect(readReport(JSON.stringify({ ...report, value: 'v' }))).toEqual({ ...report, value: 'v' });
  });

  it.each([
    ['no JSON', '{'],
    ['nothing', 'null'],
    ['a list', '[]'],
    ['a word that is none of ours', JSON.stringify({ ...report, what: '__proto__' })],
    ['a text that is none', JSON.stringify({ ...report, text: { toString: 1 } })],
    ['a host that is none', JSON.stringify({ ...report, host: null })],
    ['a time that is none', JSON.stringify({ ...report, at: 'now' })],
    ['more than a report is long', JSON.stringify({ ...report, text: 'x'.repeat(30_000) })],
  ])('is left aside: %s', (_what, payload) => {
    expect(readReport(payload)).toBeNull();
  });
});

describe('the place in a stack', () => {
  const line = (url: string, at = '12:34') => `    at f (${url}:${at})`;

  it('is the innermost script', () => {
    const stack = ['Error', line('http://a.localhost/x.js'), line('http://b.localhost/y.js')].join('\n');
    expect(placeIn(stack)).toEqual({ url: 'http://a.localhost/x.js', line: 12, column: 34 });
  });

  it('passes over what is ours, but for where nothing else is named', () => {
    const ours = (url: string) => url.includes('gate');
    const stack = [line('http://d.localhost/gate.js'), line('http://a.localhost:8080/x.js?a=1:2')].join('\n');
    expect(placeIn(stack, ours)?.url).toBe('http://a.localhost:8080/x.js?a=1:2');
    expect(placeIn(line('http://d.localhost/gate.js'), ours)?.url).toBe('http://d.localhost/gate.js');
  });

  it.each([
    ['nothing', ''],
    ['words', 'at the shop:12:34'],
    ['an address without numbers', 'at f (http://a.localhost/x.js)'],
    ['numbers that are none', 'at f (http://a.localhost/x.js:1e9:2)'],
    ['a number beyond all lines', `at f (http://a.localhost/x.js:${'9'.repeat(30)}:2)`],
    ['an address with a gap', 'at f (http://a.localhost/x y.js:1:2)'],
  ])('is not known from %s', (_what, stack) => {
    expect(placeIn(stack)).toBeUndefined();
  });

  it('is looked for in the first lines only, however long the stack', () => {
    const long = `${'http://:'.repeat(200)}\n`.repeat(2_000);
    expect(placeIn(long + line('http://a.localhost/x.js'))).toBeUndefined();
  });
});

describe('what a page may tell', () => {
  it('ends after so many things', () => {
    const budget = new Budget(2, 1_000);
    expect([budget.take(1), budget.take(1), budget.take(1)]).toEqual([true, true, false]);
    expect(budget.spent).toBe(true);
  });

  it('ends after so many characters', () => {
    const budget = new Budget(100, 10);
    expect([budget.take(6), budget.take(6), budget.take(0)]).toEqual([true, true, false]);
  });
});

describe('a value', () => {
  it('is kept as a digest too short to be turned back', () => {
    const seen = valueSeen('3f2a9c0d7e51b8462d90');
    expect(seen).toMatchObject({ length: 20, visits: 1 });
    expect(seen.digests).toEqual([expect.stringMatching(/^[0-9a-f]{8}$/)]);
    expect(JSON.stringify(seen)).not.toContain('3f2a9c0d7e51b8462d90');
  });

  it.each([
    ['a=1; Domain=.Shop.localhost; Path=/', ['a', 'shop.localhost', '1']],
    ['a=b=c', ['a', 'www.localhost', 'b=c']],
    ['flag', ['flag', 'www.localhost', '']],
    ['', ['', 'www.localhost', '']],
    [' a = 1 ; domain=', ['a', 'www.localhost', ' 1 ']],
  ])('of the cookie line %j has its name and host', (text, expected) => {
    expect(namedValue(text, 'www.localhost')).toEqual(expected);
  });
});
