import { describe, expect, it } from 'vitest';
import type { Item } from '../observe/index';
import { newSetup, parseSetupText } from '../setup/index';
import {
  becauseWords,
  catalogueClassifier,
  DEFAULT_SETTINGS,
  deskOf,
  entityOfHost,
  kitClassifier,
  patternProblem,
  servicesOf,
  setupClassifier,
  shippedCatalogue,
  shippedDesk,
  slugOf,
} from './index';

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
  it('holds no pattern that would take a plain name, and says of each where it is from', () => {
    const plain =
      'session id lang language user token theme cart basket settings data key test debug cookie country currency locale visitor uid uuid sid state value name auth login csrf consent version mode page view sort order tab filter search query ref referrer source medium campaign utm storage cache config guest device region city place time date timezone color font size admin api app client server host path url code nonce sessionid userid visitorid preferences';
    const anyHost = catalogueClassifier(entries.filter(({ name, host }) => name && !host));
    for (const name of plain.split(' ')) {
      for (const kind of ['cookie', 'local-storage', 'session-storage', 'indexed-db', 'cache-storage'] as const) {
        expect(anyHost(item({ kind, name })), `${kind} ${name}`).toBeNull();
      }
    }
    for (const { name, host, from } of entries) {
      expect(name === undefined ? null : patternProblem(name), `${name} ${host}`).toBeNull();
      expect(from, `${name} ${host}`).toBeTruthy();
    }
  });
  it('is as large as it says: thousands of names, hundreds of services', () => {
    expect(new Set(entries.flatMap(({ name }) => name ?? [])).size).toBeGreaterThan(1500);
    expect(new Set(entries.map(({ service }) => service)).size).toBeGreaterThan(250);
  });
  it('only suggests where it says on what the purpose depends', () => {
    const depending = entries.find((entry) => entry.depends && entry.name)!;
    const given = item({ kind: depending.kinds?.[0] ?? 'cookie', name: depending.name!.replaceAll('*', 'x') });
    const desk = shippedDesk([given], []);
    expect(desk.rule(given)).toBeNull();
    expect(desk.suggestion(given)).toMatchObject({ purpose: depending.purpose, service: depending.service });
    expect(becauseWords(desk.suggestion(given)!.because)).toContain(depending.depends);
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

describe('kitClassifier', () => {
  const gull = {
    service: 'Gull',
    purpose: 'measurement',
    by: 'catalogue',
    because: { code: 'font' },
    confidence: 0.9,
  } as const;
  const classify = kitClassifier(new Map([['Gull', gull]]));
  const by = (...services: string[]) => item({ name: 'whatever', script: { speaksOf: {}, services } });
  it('rules what the kit of a service did, whatever it is called and wherever it comes from', () => {
    expect(classify(by('Gull'))).toMatchObject({
      purpose: 'measurement',
      because: { code: 'kit-of', service: 'Gull' },
    });
  });
  it('says nothing where a script holds the kits of two, or of a service that nobody knows', () => {
    expect([classify(by('Gull', 'Tern')), classify(by('Tern')), classify(item({}))]).toEqual([null, null, null]);
  });
  it('only suggests where its script holds the kit beside much else, and lets a name that is known rule', () => {
    const within = (name: string) => item({ name, script: { speaksOf: {}, within: ['Gull'] } });
    expect(classify(within('x'))).toMatchObject({ because: { code: 'kit-within', service: 'Gull' } });
    const named = catalogueClassifier([
      { service: 'Tern', provider: 'Tern', purpose: 'functional', description: 'Keeps a choice.', name: 'tern_choice' },
    ]);
    const desk = deskOf({ kits: classify, catalogue: named, settings: DEFAULT_SETTINGS });
    expect(desk.rule(within('x'))).toBeNull();
    expect(desk.suggestion(within('x'))).toMatchObject({ purpose: 'measurement', service: 'Gull' });
    expect(desk.rule(within('tern_choice'))?.service).toBe('Tern');
  });
  it('goes before a name that another service has too', () => {
    const name = shippedCatalogue().entries.find(
      (entry) => entry.name && !entry.host && entry.purpose === 'advertising',
    )!;
    const stored = item({ kind: name.kinds?.[0] ?? 'cookie', name: name.name!.replaceAll('*', 'x') });
    const layers = {
      catalogue: catalogueClassifier(shippedCatalogue().entries),
      kits: classify,
      settings: DEFAULT_SETTINGS,
    };
    expect(deskOf(layers).rule(stored)?.purpose).toBe('advertising');
    expect(deskOf(layers).rule({ ...stored, script: { speaksOf: {}, services: ['Gull'] } })?.service).toBe('Gull');
  });
});
