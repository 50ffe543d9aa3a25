import { expect, it } from 'vitest';
import { tagsOf } from './marked-tags';

type Item = Parameters<typeof tagsOf>[0][number];
const item = (host: string, tag: string, purpose: string, kind = 'image') =>
  ({
    host,
    chain: [
      { url: 'http://site.example/', how: 'page' },
      { url: tag, how: 'markup', kind },
    ],
    ruling: { purpose, service: host },
  }) as unknown as Item;

it('marks each tag of the markup that needs consent once, and none that only brought something in', () => {
  const tags = tagsOf(
    [
      item('ads.example', 'http://ads.example/x.gif', 'advertising'),
      item('ads.example', 'http://ads.example/x.gif', 'advertising'),
      item('count.example', 'http://site.example/own.js', 'measurement', 'script'),
      item('till.example', 'http://till.example/t.js', 'necessary', 'script'),
      { ...item('open.example', 'http://open.example/t.js', 'x'), ruling: null },
    ],
    new Set(['necessary']),
  );
  expect(tags.map(({ form }) => form.code)).toEqual([
    '<img data-gate="advertising" data-gate-src="http://ads.example/x.gif">',
  ]);
});
