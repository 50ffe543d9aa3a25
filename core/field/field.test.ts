import { describe, expect, it } from 'vitest';
import { fieldPage, fieldReportSchema, fieldSightings } from './index';

const plan = {
  hosts: { 'known.localhost': 'statistics' },
  own: ['.own.localhost', 'gate.localhost'],
  unruled: 'held' as const,
};
type Seen = Parameters<typeof fieldSightings>[0][number];
const asked = (address: string, by = 'script'): Seen => ({ kind: 'asked', address, by });
const stopped = (address: string, by = 'script-src-elem'): Seen => ({ kind: 'stopped', address, by });
const told = (...seen: Seen[]) =>
  fieldSightings(seen, plan, 'www.own.localhost').map(
    ({ host, kind, held }) => `${held ? 'held ' : ''}${kind} ${host}`,
  );

describe('what a page tells of', () => {
  it.each<[string, Seen[], string[]]>([
    ['a third party that nobody has ruled', [asked('https://new.localhost/a.js')], ['script new.localhost']],
    [
      'each host once, whatever it was asked for',
      [asked('https://a.localhost/1'), asked('https://a.localhost/2')],
      ['script a.localhost'],
    ],
    [
      'each kind for itself',
      [asked('https://a.localhost/1', 'img'), asked('https://a.localhost/2', 'fetch')],
      ['image a.localhost', 'fetch a.localhost'],
    ],
    ['a host in its usual form', [asked('https://A.localhost./x')], ['script a.localhost']],
    [
      'what the policy stopped, which counts as asked for, too',
      [asked('https://a.localhost/'), stopped('https://a.localhost/')],
      ['held script a.localhost'],
    ],
    [
      'what was stopped once and went out once',
      [asked('https://a.localhost/'), asked('https://a.localhost/'), stopped('https://a.localhost/')],
      ['script a.localhost'],
    ],
    [
      'what waits in the page',
      [{ kind: 'waiting', address: 'https://a.localhost/', by: 'iframe' }],
      ['held frame a.localhost'],
    ],
    ['a socket', [stopped('wss://a.localhost/', 'connect-src')], ['held fetch a.localhost']],
    ['not what is ruled', [asked('https://known.localhost/')], []],
    ['not the site’s own', [asked('https://shop.own.localhost/'), asked('https://gate.localhost/g')], []],
    ['not an extension', [asked('chrome-extension://abcdefgh/x.js')], []],
    ['not what is no address', [stopped('inline'), stopped('data')], []],
  ])('%s', (_what, seen, expected) => expect(told(...seen)).toEqual(expected));
});

describe('the kind of a page', () => {
  it.each([
    ['/', '/'],
    ['/shop/', '/shop/'],
    ['/shop/mugs/red-mug', '/shop/*/*'],
    ['/de/laden/tassen', '/de/laden/*'],
    ['/users/ines', '/users/*'],
    ['/ines.varga', '/*'],
    ['/ines@skerrysound.example/x', '/*/*'],
    ['/20261126', '/*'],
    ['/j%C3%BCrgen', '/*'],
    ['/a/b/c/d/e/f/g/h', '/a/*/*/*/*/*'],
  ])('%s is told as %s', (path, page) => {
    expect(fieldPage(path)).toBe(page);
    expect(fieldPage(page), 'and stays so').toBe(page);
  });
});

describe('a report', () => {
  const right = { page: '/shop/*', seen: [{ host: 'a.localhost', kind: 'script', held: true }] };
  const problemOf = (report: unknown) => fieldReportSchema.safeParse(report).error?.issues[0]?.path.join('.');
  it('is taken as it is', () => expect(fieldReportSchema.parse(right)).toEqual(right));
  it.each<[string, unknown]>([
    ['page', { ...right, page: '/shop/mugs/red' }],
    ['page', { ...right, page: 'https://own.localhost/' }],
    ['page', { ...right, page: '/shop?visitor=7' }],
    ['seen', { ...right, seen: [] }],
    ['seen', { ...right, seen: Array(21).fill(right.seen[0]) }],
    ['seen.0.host', { ...right, seen: [{ ...right.seen[0], host: 'a.localhost/path' }] }],
    ['seen.0.host', { ...right, seen: [{ ...right.seen[0], host: '<b>' }] }],
    ['seen.0.host', { ...right, seen: [{ ...right.seen[0], host: 'A.localhost' }] }],
    ['seen.0.kind', { ...right, seen: [{ ...right.seen[0], kind: 'visitor 7' }] }],
    ['', { ...right, visitor: 7 }],
  ])('is refused for its %s', (path, report) => expect(problemOf(report)).toBe(path));
});
