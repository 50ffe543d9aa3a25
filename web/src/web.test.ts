import type { CheckedCase, CheckedItem } from '@douane/core/check';
import { lifetimeWords } from '@douane/core/observe';
import type { Setup } from '@douane/core/setup';
import { describe, expect, it } from 'vitest';
import { tally } from './ui/digest';
import { neighbour } from './ui/keys';
import { pathOf } from './ui/words';
import { docOf, sourceOf } from './views/banner/rich-source';
import { caseWords, lanesOf, servicesOfCases } from './views/check/lanes';
import { editedSince, onTop } from './views/use-draft';

const item = (over: Partial<CheckedItem>): CheckedItem => ({
  kind: 'request',
  name: 'image',
  host: 'ads.localhost',
  purpose: 'advertising',
  service: 'Ads',
  expected: 'hold',
  verdict: 'slipped',
  firings: [],
  ...over,
});
describe('lanes', () => {
  const items = [
    item({ service: 'Till', purpose: 'necessary', verdict: 'cleared' }),
    item({ service: null, purpose: null, host: 'odd.localhost' }),
    item({ service: 'Ads', firings: [{ atMs: 5, permitted: false }] }),
    item({ service: 'Ads', kind: 'cookie', verdict: 'held' }),
  ];
  it('gather by service, the necessary last, open items under their host', () => {
    expect(lanesOf(items).map((lane) => [lane.service, lane.items.length, lane.firings.length, lane.held])).toEqual([
      ['Ads', 2, 1, true],
      ['Open: odd.localhost', 1, 0, false],
      ['Till', 1, 0, false],
    ]);
    expect(servicesOfCases([{ items }, { items: [] }] as unknown as CheckedCase[])).toHaveLength(3);
  });
  it('name cases in words', () => {
    expect(caseWords({ place: 'US-CA', choice: 'none', signals: ['gpc'] })).toBe('US-CA, no choice, GPC');
    expect(caseWords({ place: '', choice: 'only:embedded', signals: [] })).toBe('unknown place, only embedded');
  });
});

it.each([
  [null, 'session'],
  [undefined, ''],
  [59, '59 s'],
  [3600, '1 h'],
  [63_072_000, '2 y'],
])('tells a lifetime of %s as %j', (seconds, words) => {
  expect(lifetimeWords(seconds)).toBe(words);
});

it('shows what differs of an address, and any text that is none as it is', () => {
  expect(pathOf('http://a.localhost:1/b?c=d#e')).toBe('/b?c=d');
  expect(pathOf('<b>')).toBe('<b>');
});

it('moves through a list and stays at its ends', () => {
  const list = ['a', 'b', 'c'];
  expect([
    neighbour(list, undefined, 1),
    neighbour(list, 'b', 1),
    neighbour(list, 'c', 1),
    neighbour(list, 'a', -1),
  ]).toEqual(['a', 'c', 'c', 'a']);
  expect(neighbour([], undefined, 1)).toBeUndefined();
});

describe('how a list is made up', () => {
  it('has the most frequent first, then the alphabet', () => {
    expect(tally(['b', 'a', 'c', 'a', 'c'])).toEqual([
      ['a', 2],
      ['c', 2],
      ['b', 1],
    ]);
    expect(tally([])).toEqual([]);
  });
});

it('keeps what was edited while an earlier edit was being saved, on top of what was saved', () => {
  const part = (name: string) => ({ name }) as never;
  const setup = (regions: string, banner: string) =>
    ({ regions: part(regions), banner: part(banner) }) as unknown as Setup;
  const from = { setup: setup('old', 'old'), revisions: {} as never };
  const sent = { from, setup: { ...setup('sent', 'old') } };
  const now = { from, setup: { ...sent.setup, banner: part('later') } };
  const saved = { setup: setup('as saved', 'of a colleague'), revisions: { regions: 2 } as never };
  const edit = editedSince(now, sent.setup, saved);
  expect(edit.setup).toEqual(setup('as saved', 'later'));
  expect(edit.from).toEqual(saved);
});

it('makes a change on top of what came in since the form was drawn, whatever the form kept of what it showed', () => {
  const setup = (texts: object) => ({ banner: { texts }, regions: 'same' }) as unknown as Setup;
  const drawn = setup({});
  const typed = () => setup({ en: { title: 'One question' } });
  const now = setup({ en: { accept: 'Yes, all' } });
  expect(onTop(drawn, typed, now)).toEqual(setup({ en: { title: 'One question', accept: 'Yes, all' } }));
  expect(onTop(now, typed, now)).toEqual(typed());
});

describe('the text editor', () => {
  it.each([
    'plain words',
    '**Bold** at first, *italic* then, and [a link](https://x.example/p).',
    'A price of 2 * 3, <b>no</b> markup',
    '',
  ])('gives back %j as it took it', (source) => {
    expect(sourceOf(docOf(source))).toBe(source);
  });

  it('keeps spaces out of marks, and runs paragraphs on', () => {
    const bold = { type: 'text', text: 'so ', marks: [{ type: 'bold' }] };
    const doc = {
      type: 'doc',
      content: [
        { type: 'paragraph', content: [bold, { type: 'text', text: 'it is' }] },
        { type: 'paragraph' },
        { type: 'paragraph', content: [{ type: 'text', text: 'Next.' }] },
      ],
    };
    expect(sourceOf(doc)).toBe('**so** it is Next.');
  });
});
