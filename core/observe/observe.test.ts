import { expect, it } from 'vitest';
import { foldObservations, type Observation, partyOf, registrableDomain } from './index';

const seen = (over: Partial<Observation>): Observation => ({
  kind: 'cookie',
  name: 'id',
  host: 'ads.localhost',
  page: 'http://site.localhost/a',
  party: 'third',
  atMs: 10,
  chain: [],
  ...over,
});

it.each([
  ['www.site.co.uk', 'shop.site.co.uk', 'first'],
  ['other.co.uk', 'site.co.uk', 'third'],
  ['a.site.localhost', 'site.localhost', 'first'],
  ['oddgull.localhost', 'skerrysound.localhost', 'third'],
  ['127.0.0.1', '127.0.0.1', 'first'],
])('%s on %s is %s party', (host, page, party) => {
  expect(partyOf(host, page)).toBe(party);
});

it('takes the owner at his word about further domains of his', () => {
  expect(partyOf('cdn.own-files.example', 'site.example', ['own-files.example'])).toBe('first');
  expect(registrableDomain('localhost')).toBe('localhost');
});

it('adds up what is the same and keeps apart what is not', () => {
  const items = foldObservations([
    seen({ lifetimeSeconds: null }),
    seen({ page: 'http://site.localhost/b', lifetimeSeconds: 3600, chain: [{ url: 'x', how: 'page' }] }),
    seen({ lifetimeSeconds: 60 }),
    seen({ kind: 'local-storage' }),
    seen({ host: 'site.localhost', party: 'first' }),
  ]);
  expect(items.map((item) => [item.party, item.kind, item.host])).toEqual([
    ['third', 'cookie', 'ads.localhost'],
    ['third', 'local-storage', 'ads.localhost'],
    ['first', 'cookie', 'site.localhost'],
  ]);
  expect(items[0]).toMatchObject({
    pages: ['http://site.localhost/a', 'http://site.localhost/b'],
    lifetimeSeconds: 3600,
    chain: [{ url: 'x', how: 'page' }],
  });
});
