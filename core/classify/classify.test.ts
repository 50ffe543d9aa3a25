import { describe, expect, it } from 'vitest';
import type { Item } from '../observe/index';
import { newSetup, parseSetupText } from '../setup/index';
import { catalogueClassifier, entityOfHost, servicesOf, setupClassifier, shippedCatalogue, slugOf } from './index';

const item = (over: Partial<Item>): Item => ({
  kind: 'cookie',
  name: 'id',
  host: 'site.localhost',
  party: 'first',
  pages: [],
  chain: [],
  ...over,
});
const PURPOSES = ['necessary', 'functional', 'measurement', 'advertising', 'embedded'];

describe('the shipped catalogue', () => {
  const { entries } = shippedCatalogue();
  it('holds each key once, with a purpose that ships', () => {
    const keys = entries.map(({ name, host, kinds }) => JSON.stringify([name, host, kinds]));
    expect(new Set(keys).size).toBe(keys.length);
    for (const { purpose } of entries) expect(PURPOSES).toContain(purpose);
  });
  it('finds every one of its own names', () => {
    const classify = catalogueClassifier(entries);
    for (const { name, host, kinds, purpose } of entries) {
      const sample = item({
        kind: kinds?.[0] ?? 'cookie',
        name: name?.replaceAll('*', 'x') ?? 'script',
        host: host ?? 'site.localhost',
        party: host ? 'third' : 'first',
      });
      expect(classify({ ...sample, kind: name ? sample.kind : 'request' })?.purpose, `${name} ${host}`).toBe(purpose);
    }
  });
});

describe('catalogueClassifier', () => {
  const classify = catalogueClassifier([
    { name: 'id', host: 'gull.localhost', service: 'Gull', purpose: 'measurement' },
    { name: 'og*', kinds: ['cookie'], service: 'Odd', purpose: 'measurement' },
    { host: 'ads.localhost', service: 'Ads', purpose: 'advertising' },
  ]);
  it.each<[string, Partial<Item>, string | null]>([
    ['a name on the right host', { name: 'id', host: 'gull.localhost', party: 'third' }, 'Gull'],
    ['the same name elsewhere', { name: 'id' }, null],
    ['a pattern of the right kind', { name: 'ogx' }, 'Odd'],
    ['a pattern of another kind', { name: 'ogx', kind: 'local-storage' }, null],
    ['anything of a known host', { name: 'strange', host: 'cdn.ads.localhost', party: 'third' }, 'Ads'],
    [
      'a request, never by its kind’s name',
      { kind: 'request', name: 'ogx', host: 'new.localhost', party: 'third' },
      null,
    ],
  ])('%s', (_what, over, service) => {
    expect(classify(item(over))?.service ?? null).toBe(service);
  });
});

it('knows hosts by open data, and leaves out products for asking visitors', async () => {
  const { default: open } = await import('third-party-web/nostats-subset.js');
  const asking = open.entities
    .filter((entity) => entity.category === 'consent-provider')
    .flatMap((entity) => entity.domains);
  const measuring = open.entities.find((entity) => entity.category === 'analytics')!.domains[0]!;
  expect(asking.length).toBeGreaterThan(50);
  expect(entityOfHost(measuring.replace('*.', 'a.'))?.purpose).toBe('measurement');
  expect(asking.filter((host) => entityOfHost(host.replace('*.', 'a.'))?.category === 'consent-provider')).toEqual([]);
});

describe('servicesOf', () => {
  const ruling = (service: string, purpose: string) => ({
    service,
    purpose,
    by: 'person' as const,
    reason: '',
    confidence: 1,
  });
  const ruled = [
    {
      item: item({ kind: 'request', name: 'script', host: 'ads.localhost', party: 'third' }),
      ruling: ruling('Ads & Co.', 'advertising'),
    },
    {
      item: item({ kind: 'request', name: 'image', host: 'ads.localhost', party: 'third' }),
      ruling: ruling('Ads & Co.', 'advertising'),
    },
    { item: item({ name: 'ad', lifetimeSeconds: 60 }), ruling: ruling('Ads & Co.', 'advertising') },
    { item: item({ name: 'lang' }), ruling: ruling('Ads & Co.', 'functional') },
    { item: item({ name: 'x' }), ruling: ruling('Ads Co', 'functional') },
  ];
  it('splits by purpose, gathers hosts once, and makes a setup that is right', () => {
    const services = servicesOf(ruled);
    expect(services.map(({ name, purpose, hosts, items }) => [name, purpose, hosts, items.length])).toEqual([
      ['Ads & Co.', 'advertising', ['ads.localhost'], 1],
      ['Ads & Co.', 'functional', [], 1],
      ['Ads Co', 'functional', [], 1],
    ]);
    expect(new Set(services.map((s) => s.id)).size).toBe(3);
    const setup = {
      ...newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s'),
      services,
    };
    expect(parseSetupText(JSON.stringify(setup)).ok).toBe(true);
    expect(setupClassifier(setup)(item({ name: 'other', host: 'ads.localhost', party: 'third' }))?.purpose).toBe(
      'advertising',
    );
    expect(setupClassifier(setup)(item({ name: 'unknown' }))).toBeNull();
  });
  it('names a service of nothing but signs', () => {
    expect(slugOf('…!')).toBe('service');
    expect(slugOf('Überfähre 2')).toBe('uberfahre-2');
  });
});
