import { expect, it } from 'vitest';
import { isInstalled, type LookedPage, lostSince, meansWords } from './index';
import { lookAsJunit } from './junit';

const page = (more: Partial<LookedPage> = {}): LookedPage => ({
  url: 'http://p/',
  state: 'first',
  before: [],
  ...more,
});
const way = (there: boolean) => ({ wayBack: { url: 'http://p/back', there } });

it.each([
  ['each page is in order', { pages: [page(), page()] }, true],
  ['one is not', { pages: [page(), page({ state: 'late' })] }, false],
  ['there is none', { pages: [] }, false],
  ['the way back is there', { pages: [page()], ...way(true) }, true],
  ['the way back is not there', { pages: [page()], ...way(false) }, false],
])('a site is in order or not: %s', (_what, report, expected) => expect(isInstalled(report)).toBe(expected));

it('tells what was in order before and is not now, but not what could not be looked at or never was in order', () => {
  const at = (url: string, state: LookedPage['state']) => page({ url, state });
  const before = { pages: [at('http://p/a', 'first'), at('http://p/b', 'first'), at('http://p/c', 'late')] };
  const now = { pages: [at('http://p/a', 'missing'), at('http://p/b', 'failed'), at('http://p/c', 'missing')] };
  const lost = (...looks: { pages: LookedPage[] }[]) => lostSince(looks.slice(1), looks[0]!).map(({ url }) => url);
  expect(lost(now, before)).toEqual(['http://p/a']);
  expect(lost(before, now)).toEqual([]);
  expect(lost({ pages: [at('http://p/new', 'missing')] }, before)).toEqual([]);
  // It was down in between.
  expect(lost({ pages: [at('http://p/b', 'late')] }, now, before)).toEqual(['http://p/b']);
  // Said once already.
  expect(lost(now, now, before)).toEqual([]);
});

it('names by what a page holds, and nothing of a report from before that was looked at', () => {
  expect(meansWords(page({ means: ['edge', 'script', 'policy', 'marked'], marked: 1 }))).toBe(
    'the edge, the script, its policy, 1 marked tag',
  );
  expect(meansWords(page())).toBe('');
});

it('as JUnit each page is a test that fails with what stands above the gate, without control characters', () => {
  const late = page({ url: 'http://p/late', state: 'late', before: ['line 2: <script>\u202e'] });
  const xml = lookAsJunit({ pages: [page(), late], ...way(false) });
  expect(xml.match(/<testcase /g)).toHaveLength(3);
  expect(xml.match(/<failure/g)).toHaveLength(2);
  expect(xml).toMatch(/above it&#xA;line 2: &lt;script>/);
  expect(xml).not.toContain('\u202e');
});
