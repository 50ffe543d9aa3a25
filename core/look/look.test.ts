import { expect, it } from 'vitest';
import { isInstalled, type LookedPage, meansWords } from './index';
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
