import type { RuledItem } from '@douane/api';
import { expect, it } from 'vitest';
import { arrange, type ListFilter, NO_FILTER, ruledAlone, sameFilter, whyOpen } from './inventory';

const NOW = Date.UTC(2026, 10, 23);
const item = (name: string, over: Partial<RuledItem> = {}): RuledItem => ({
  id: name,
  kind: 'cookie',
  name,
  host: 'ads.example',
  party: 'third',
  pages: ['https://site.example/a'],
  chain: [],
  firstSeenAt: new Date(NOW - 30 * 86_400_000).toISOString(),
  lastSeenAt: new Date(NOW).toISOString(),
  ruling: null,
  siteId: 'site',
  aside: null,
  automatic: null,
  notes: 0,
  weight: 0,
  suggestion: null,
  findings: [],
  ...over,
});
const ruled = (purpose: string, service: string) =>
  ({
    ruling: {
      id: '1',
      purpose,
      service,
      by: 'person',
      because: { code: 'said', text: '' },
      confidence: 1,
      at: '',
      person: null,
      act: '',
    },
  }) as const;

const ITEMS = [
  item('uid', { lifetimeSeconds: 400 * 86_400, pages: ['https://site.example/a', 'https://site.example/b'] }),
  item('Session', { party: 'first', host: 'site.example', lifetimeSeconds: null, ...ruled('necessary', 'This site') }),
  item('frame', { weight: 9, kind: 'request', host: 'film.example', onlyAfterYes: true, ...ruled('embedded', 'Film') }),
  item('fresh', { weight: 50, firstSeenAt: new Date(NOW - 3600_000).toISOString() }),
];
const show = (filter: Partial<ListFilter>, keep?: string) =>
  arrange(ITEMS, { ...NO_FILTER, ...filter }, { nameOf: (id) => id.toUpperCase(), keep, now: NOW }).map((row) =>
    row.type === 'group' ? `# ${row.title} ${row.count}/${row.open}` : row.item.name,
  );

it.each([
  ['open ones first, the weightiest before', {}, ['fresh', 'uid', 'frame', 'Session']],
  ['all words of the search, wherever they stand', { search: ' ADS  cookie ' }, ['fresh', 'uid']],
  ['what is open', { only: ['open'] }, ['fresh', 'uid']],
  ['several narrowings together', { only: ['third', 'cookies', 'long-lived'] }, ['uid']],
  ['what came in the last days', { only: ['new'] }, ['fresh']],
  ['what only a yes brings', { only: ['after-yes'] }, ['frame']],
  ['by name, without regard to capitals', { sort: 'name' }, ['frame', 'fresh', 'Session', 'uid']],
  ['by lifetime, the longest first', { sort: '-lives' }, ['uid', 'Session', 'frame', 'fresh']],
  ['by purpose, open ones first', { sort: 'purpose' }, ['uid', 'fresh', 'frame', 'Session']],
  [
    'in groups by service, open ones first',
    { group: 'service' },
    ['# Open 2/2', 'fresh', 'uid', '# Film 1/0', 'frame', '# This site 1/0', 'Session'],
  ],
  [
    'in groups by page, an item on each of its pages',
    { group: 'page', search: 'uid' },
    ['# /a 1/1', 'uid', '# /b 1/1', 'uid'],
  ],
] as [string, Partial<ListFilter>, string[]][])('shows %s', (_what, filter, names) => {
  expect(show(filter)).toEqual(names);
});

it('keeps the selected item in sight when it no longer fits', () => {
  expect(show({ only: ['open'] }, 'Session')).toEqual(['fresh', 'uid', 'Session']);
});

it('knows a saved filter again, in whatever order its parts come back', () => {
  const filter: ListFilter = { search: 'x', only: ['open', 'third'], group: 'host', sort: '-pages' };
  expect(sameFilter(filter, { sort: '-pages', group: 'host', only: ['third', 'open'], search: 'x' })).toBe(true);
  expect(sameFilter(filter, { ...filter, only: ['open'] })).toBe(false);
});

it('says how many were ruled without a person, and by what', () => {
  const by = (...authors: string[]) => authors.map((one) => ({ ruling: { by: one } }) as never);
  expect(ruledAlone(by('catalogue', 'heuristic', 'catalogue', 'person'))).toBe(
    '3 ruled themselves: 2 by the catalogue, 1 by what it does.',
  );
  expect(ruledAlone(by('person'))).toBe('');
});

it('says why an item is open', () => {
  const suggested = (heuristic: string) =>
    ({ aside: null, suggestion: { because: { code: 'marks', said: [{ heuristic }] } } }) as never;
  expect(whyOpen(suggested('depends-on-use'))).toBe('known, but its use here decides');
  expect(whyOpen(suggested('session-name'))).toBe('suggested, but less sure than the bar');
  expect(whyOpen({ aside: null, suggestion: null } as never)).toContain('nothing of it is known');
  expect(whyOpen({ aside: { state: 'open' }, suggestion: null } as never)).toBe('kept open by a person');
});
