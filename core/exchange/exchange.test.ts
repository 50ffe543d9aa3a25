import { describe, expect, it } from 'vitest';
import { foldObservations } from '../observe/fold';
import { importObservations, itemsAsCsv } from './index';

const site = { address: 'https://shop.example/', ownDomains: [], now: Date.UTC(2026, 10, 23) };
const read = (text: string) => {
  const { format, observations, problems } = importObservations(text, site);
  const items = foldObservations(observations).map((item) => `${item.party} ${item.kind} ${item.name} ${item.host}`);
  return { format, items, problems: problems.map(({ path }) => path), observations };
};

describe('a HAR', () => {
  const entry = (url: string, over: object = {}) => ({
    pageref: 'p1',
    startedDateTime: '2026-11-23T08:00:00.000Z',
    request: { url, headers: [] },
    response: { headers: [], content: { mimeType: 'image/gif' } },
    ...over,
  });
  it('tells third parties by kind, and cookies with their lifetime', () => {
    const page = entry('https://shop.example/a', { response: { headers: [], content: { mimeType: 'text/html' } } });
    const headers = [{ name: 'Set-Cookie', value: 'uid=1; Max-Age=60\nses=2' }];
    const pixel = entry('https://ads.example/p', { response: { headers }, _resourceType: 'xhr' });
    const { items, observations, format } = read(JSON.stringify({ log: { entries: [page, pixel, entry('data:,x')] } }));
    expect([format, ...items]).toEqual([
      'har',
      'third cookie ses ads.example',
      'third cookie uid ads.example',
      'third request fetch ads.example',
    ]);
    expect(observations.find((o) => o.name === 'uid')).toMatchObject({
      lifetimeSeconds: 60,
      page: 'https://shop.example/a',
    });
  });
  it.each([
    ['{"log": {}}', ['']],
    ['{"log": ', ['']],
    [JSON.stringify({ log: { entries: [{}, entry('https://ads.example/')] } }), ['log.entries[0]']],
  ])('that is broken says where: %s', (text, problems) => {
    expect(read(text).problems).toEqual(problems);
  });
});

it('reads a cookie file, HttpOnly and session cookies too, and names the lines that are none', () => {
  const later = String(site.now / 1000 + 3600);
  const text = `# Netscape HTTP Cookie File\n#HttpOnly_.ads.example\tTRUE\t/\tTRUE\t${later}\tuid\tabc\nshop.example\tFALSE\t/\tFALSE\t0\tses\tx\nbroken line\nold.example\tTRUE\t/\tTRUE\t5\told\tx\n`;
  const { format, items, problems, observations } = read(text);
  expect([format, ...items]).toEqual([
    'netscape-cookies',
    'third cookie uid ads.example',
    'first cookie ses shop.example',
  ]);
  expect(observations.map((o) => [o.lifetimeSeconds, o.httpOnly, o.secure])).toEqual([
    [3600, true, true],
    [null, false, false],
  ]);
  expect(problems).toEqual(['line 4']);
});

describe('a CSV', () => {
  it('is read with any separator, and names line and column of what is wrong', () => {
    const text =
      'Name;Domain;Lifetime;Kind\nuid;.ads.example;86400;cookie\n;ads.example;;\nx;ads.example;soon;\ny;a b;;\nz;ads.example;;toy\n';
    const { items, problems } = read(text);
    expect(items).toEqual(['third cookie uid ads.example']);
    expect(problems).toEqual(['line 3, name', 'line 4, lifetimeSeconds', 'line 5, host', 'line 6, kind']);
  });
  it('names the right line behind blank ones and cells of two lines', () => {
    const { items, problems } = read('name,host,note\n\n"uid",ads.example,"two\nlines"\n\nx,a b,\n');
    expect([items, problems]).toEqual([['third cookie uid ads.example'], ['line 6, host']]);
  });
  it('without the columns it needs is refused with those it has', () => {
    expect(importObservations('a,b\n1,2\n', site).problems[0]!.message).toContain('It has a, b');
  });
  it('of items comes back as it went out, whatever the names hold', () => {
    const names = ['uid', 'a,b"c', '=HYPERLINK("x")', '-1', "'quoted", 'ünï;', '<script>'];
    const found = names.map((name, i) => ({
      kind: 'cookie' as const,
      name,
      host: 'ads.example',
      party: 'third' as const,
      pages: ['https://shop.example/a'],
      chain: [],
      lifetimeSeconds: i === 0 ? null : i,
      secure: i % 2 === 0,
      purpose: null,
    }));
    const text = itemsAsCsv(found);
    // No cell begins with what a spreadsheet computes.
    expect(text).not.toMatch(/(^|,)"?[=+@-]/m);
    const { observations, problems } = importObservations(text, site);
    expect(problems).toEqual([]);
    expect(observations.map(({ name, lifetimeSeconds, secure }) => ({ name, lifetimeSeconds, secure }))).toEqual(
      found.map(({ name, lifetimeSeconds, secure }) => ({ name, lifetimeSeconds, secure })),
    );
  });
});
