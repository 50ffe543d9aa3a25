import { describe, expect, it } from 'vitest';
import { firstOf, setupClassifier } from '../classify/index';
import type { Observation } from '../observe/index';
import { compileRelease } from '../release/index';
import { newSetup } from '../setup/index';
import {
  judgeVisit,
  LAPSED_DAYS,
  parseCase,
  silentWords,
  slippedThings,
  slipWords,
  verdictTable,
  visitorCase,
} from './index';
import type { CheckedCase, KnownItem } from './types';

const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost:4100/g/s');
setup.services = [
  {
    id: 'gull',
    name: 'Gull',
    purpose: 'measurement',
    hosts: ['gull.localhost'],
    items: [{ kind: 'cookie', name: '_g', host: 'site.localhost' }],
  },
  { id: 'ads', name: 'Ads', purpose: 'advertising', hosts: ['ads.localhost'], items: [] },
];
const classify = firstOf(setupClassifier(setup));
const release = compileRelease(setup, 1, '2026-11-25');
const yes = Object.fromEntries(setup.purposes.map((p) => [p.id, true]));
const no = Object.fromEntries(setup.purposes.map((p) => [p.id, p.id === 'necessary']));

const request = (host: string, atMs: number): Observation => ({
  kind: 'request',
  name: 'script',
  host,
  page: 'http://site.localhost/fares',
  party: 'third',
  atMs,
  chain: [],
});
function judge(
  caseText: string,
  observations: Observation[],
  recorded: { atMs: number; purposes: Record<string, boolean>; gpc: boolean }[] = [],
  kept: KnownItem[] = [],
) {
  const visitor = parseCase(caseText, release);
  if (typeof visitor === 'string') throw new Error(visitor);
  const { items } = judgeVisit({ visitorCase: visitor, observations, recorded, kept }, release, classify);
  return Object.fromEntries(items.map((item) => [`${item.host} ${item.name}`, item]));
}
const record = (atMs: number, purposes = yes) => ({ atMs, purposes, gpc: false });

describe('judgeVisit', () => {
  it('tells cleared from slipped by the moment of the record', () => {
    const items = judge(
      'place=DE,choice=accept',
      [request('gull.localhost', 900), request('ads.localhost', 1100)],
      [record(1000)],
    );
    expect(items['gull.localhost script']).toMatchObject({
      verdict: 'slipped',
      expected: 'allow',
      cause: { code: 'early', ms: 100 },
    });
    expect(items['ads.localhost script']).toMatchObject({ verdict: 'cleared', firstAtMs: 1100 });
  });

  it('lets no later permission heal an early firing', () => {
    const items = judge(
      'place=DE,choice=accept',
      [request('ads.localhost', 1100), request('ads.localhost', 200)],
      [record(1000)],
    );
    expect(items['ads.localhost script']).toMatchObject({
      verdict: 'slipped',
      firstAtMs: 200,
      firings: [{ permitted: false }, { permitted: true }],
    });
  });

  it('holds what did not fire, and calls silent what might have', () => {
    expect(judge('place=DE', [])['ads.localhost other']?.verdict).toBe('held');
    expect(judge('place=DE,choice=accept', [], [record(50)])['site.localhost _g']?.verdict).toBe('silent');
  });

  it('slips what fires after a refusal, or where no record was made at all', () => {
    expect(
      judge('place=DE,choice=refuse', [request('ads.localhost', 3000)], [record(1000, no)])['ads.localhost script'],
    ).toMatchObject({
      verdict: 'slipped',
      cause: { code: 'not-permitted', ms: 2000 },
    });
    expect(judge('place=DE,choice=accept', [request('ads.localhost', 3000)])['ads.localhost script']?.verdict).toBe(
      'slipped',
    );
  });

  it('lets run between yes and withdrawal, and not after', () => {
    const records = [record(1000), record(2000, no)];
    const during = judge('place=DE,choice=withdraw', [request('ads.localhost', 1500)], records);
    expect(during['ads.localhost script']).toMatchObject({ verdict: 'held', expected: 'hold' });
    const after = judge(
      'place=DE,choice=withdraw',
      [request('ads.localhost', 1500), request('ads.localhost', 2500)],
      records,
    );
    expect(after['ads.localhost script']?.verdict).toBe('slipped');
  });

  it('lets nothing be kept to which no yes stands any more', () => {
    const cookie = { kind: 'cookie', name: '_g', host: 'site.localhost' } as const;
    const written: Observation = { ...request('site.localhost', 150), ...cookie, party: 'first' };
    const given = { atMs: 100, purposes: yes, gpc: false };
    const taken = { atMs: 300, purposes: no, gpc: false };
    const after = (records: (typeof given)[], kept: KnownItem[]) =>
      judge('place=DE,choice=withdraw', [written], records, kept)['site.localhost _g'];
    expect(after([given, taken], [cookie])).toMatchObject({ verdict: 'slipped', cause: { code: 'kept' } });
    expect(after([given, taken], [])).toMatchObject({ verdict: 'held' });
    expect(after([given], [cookie])).toMatchObject({ verdict: 'held' });
  });

  it('needs no record where one may object, but obeys the signal', () => {
    const firings = [request('gull.localhost', 10), request('ads.localhost', 20)];
    expect(judge('place=US-CA', firings)['ads.localhost script']?.verdict).toBe('cleared');
    const obeyed = judge('place=US-CA,gpc', firings);
    expect(obeyed['ads.localhost script']?.verdict).toBe('slipped');
    expect(obeyed['gull.localhost script']?.verdict).toBe('cleared');
  });

  it('lets an open item run only where everything may', () => {
    const stranger = [request('stranger.localhost', 1500)];
    expect(judge('place=DE,choice=accept', stranger, [record(1000)])['stranger.localhost script']?.verdict).toBe(
      'cleared',
    );
    const alone = judge('place=DE,choice=only:measurement', stranger, [record(1000, { ...no, measurement: true })]);
    expect(alone['stranger.localhost script']).toMatchObject({ verdict: 'slipped', purpose: null });
  });

  it('never blames the gate for asking', () => {
    expect(judge('place=DE', [request('localhost', 5)])['localhost script']).toMatchObject({
      verdict: 'cleared',
      service: 'Douane',
    });
  });
});

it('takes a visitor’s age, and judges by it', () => {
  const visitor = parseCase('place=US-CA,age=12,guardian', release);
  expect(visitor).toMatchObject({ id: 'US-CA none age:12 guardian', signals: ['age:12', 'guardian'] });
  const ads = (text: string, recorded: Parameters<typeof judge>[2] = []) =>
    judge(text, [request('ads.localhost', 900)], recorded)['ads.localhost script']?.verdict;
  const accepted = [{ atMs: 100, purposes: yes, gpc: false }];
  expect(ads('place=US-CA')).toBe('cleared');
  expect(ads('place=US-CA,age=12,choice=accept', accepted)).toBe('slipped');
  expect(ads('place=US-CA,age=12,guardian,choice=accept', accepted)).toBe('cleared');
});

it.each([
  ['by-regime', 'place=DE', 'slipped'],
  ['by-regime', 'place=US-CA', 'cleared'],
  ['by-regime', 'place=US-CA,gpc', 'slipped'],
  ['held', 'place=US-CA', 'slipped'],
  ['let-through', 'place=DE', 'cleared'],
] as const)('third parties that nobody ruled, %s, %s: %s', (unruled, text, verdict) => {
  const other = compileRelease({ ...setup, holding: { unruled } }, 1, '2026-11-25');
  const visit = {
    visitorCase: parseCase(text, other) as never,
    observations: [request('odd.localhost', 9)],
    recorded: [],
  };
  expect(judgeVisit(visit, other, classify).items.find(({ host }) => host === 'odd.localhost')?.verdict).toBe(verdict);
});

it('expects of a catalogued host no more than the gate can know: the plan decides', () => {
  const known = () =>
    ({
      purpose: 'measurement',
      service: 'Odd',
      by: 'catalogue',
      because: { code: 'setup-host', host: '' },
      confidence: 1,
    }) as const;
  const visit = {
    visitorCase: parseCase('place=DE,choice=only:measurement', release) as never,
    observations: [request('odd.localhost', 2000)],
    recorded: [record(1000, { ...no, measurement: true })],
  };
  expect(judgeVisit(visit, release, known).items.find(({ host }) => host === 'odd.localhost')).toMatchObject({
    verdict: 'slipped',
    purpose: null,
    expected: 'hold',
  });
});

it('parts the requests of a host that serves two purposes by their path', () => {
  const parted = structuredClone(setup);
  parted.services.push(
    { id: 'cdn-a', name: 'CDN ads', purpose: 'advertising', hosts: ['cdn.localhost/ads/'], items: [] },
    { id: 'cdn-n', name: 'CDN', purpose: 'necessary', hosts: ['cdn.localhost/lib/'], items: [] },
  );
  const other = compileRelease(parted, 1, '2026-11-25');
  const at = (path: string) => ({ ...request('cdn.localhost', 5), url: `http://cdn.localhost${path}` });
  const visit = { visitorCase: visitorCase('DE', []), observations: [at('/lib/a.js'), at('/ads/b.js')], recorded: [] };
  const items = judgeVisit(visit, other, setupClassifier(parted)).items.filter(({ host }) => host === 'cdn.localhost');
  expect(items.map(({ purpose, service, verdict }) => [purpose, service, verdict])).toEqual([
    ['advertising', 'CDN ads', 'slipped'],
    ['necessary', 'CDN', 'cleared'],
  ]);
});

it.each([
  [{ code: 'early', ms: 99.6 }, 'It fired 100 ms before the record.'],
  [{ code: 'no-choice' }, 'It fired and no choice was on record.'],
  [{ code: 'before-choice' }, 'It fired before any choice was on record.'],
  [{ code: 'not-permitted', ms: 5 }, 'It fired 5 ms after a record that does not permit it.'],
  [{ code: 'kept' }, 'It is still kept in the visitor’s browser, though the yes to it stands no more.'],
] as const)('says %j in a sentence', (cause, words) => {
  expect(slipWords({ cause, purpose: 'advertising' })).toBe(words);
  expect(slipWords({ cause, purpose: null })).toBe(`It is an open item, so no visitor could say yes to it. ${words}`);
});

it('tells who brought in somebody whom nobody has ruled', () => {
  const chain = (...hosts: string[]): Observation['chain'] => [
    { url: 'http://site.localhost/fares', how: 'page' },
    ...hosts.map((host) => ({ url: `http://${host}/x`, how: 'script' as const })),
  ];
  const guest = (...hosts: string[]) => {
    const seen: Observation = {
      ...request('guest.localhost', 400),
      url: 'http://guest.localhost/x',
      chain: chain(...hosts),
    };
    const only = { ...no, measurement: true };
    const recorded = [{ atMs: 100, purposes: only, gpc: false }];
    return judge('place=DE,choice=only:measurement', [seen], recorded)['guest.localhost script'];
  };
  const by = guest('gull.localhost', 'guest.localhost');
  expect(by?.guestOf).toEqual({ host: 'gull.localhost', purpose: 'measurement' });
  expect(slipWords(by!)).toMatch(/gull\.localhost brought it in, which may run \(measurement\)/);
  const key: Observation = {
    ...{ ...request('site.localhost', 400), kind: 'local-storage', name: '_new', party: 'first' },
    ...{ url: 'http://gull.localhost/x', chain: chain('gull.localhost') },
  };
  const yesToIt = [{ atMs: 100, purposes: { ...no, measurement: true }, gpc: false }];
  const stored = judge('place=DE,choice=only:measurement', [key], yesToIt)['site.localhost _new'];
  expect(stored?.guestOf?.host).toBe('gull.localhost');
  expect(guest('ads.localhost', 'guest.localhost')?.guestOf).toBeUndefined();
  expect(guest('guest.localhost')?.guestOf).toBeUndefined();
});

it('gathers a slip of several cases as one thing, and shows the worst verdict of a service', () => {
  const items = judgeVisit(
    { visitorCase: visitorCase('DE', []), observations: [request('ads.localhost', 5)], recorded: [] },
    release,
    classify,
  ).items;
  const cases = ['a', 'b'].map((id) => ({ id, items }) as CheckedCase);
  expect(slippedThings(cases)).toMatchObject([{ item: { host: 'ads.localhost' }, cases: [{ id: 'a' }, { id: 'b' }] }]);
  const [first] = cases;
  const held = items.filter(({ verdict }) => verdict === 'held').map((item) => ({ ...item, service: 'Ads' }));
  const table = verdictTable([first!, { ...first!, items: held }, { ...first!, items: [] }]);
  expect(table.get('Ads')).toEqual(['slipped', 'held', null]);
});

it('permits what comes in by content that was asked for, on that page and until it is come to again', () => {
  const page = 'http://site.localhost/fares';
  const film = 'http://ads.localhost/film';
  const shownOnce = [{ fromMs: 100, untilMs: 500, page, url: film }];
  const by = (atMs: number, url: string, of = page): Observation => {
    return { ...request('ads.localhost', atMs), page: of, chain: [{ url, how: 'markup' }] };
  };
  const verdict = (firing: Observation) => {
    const visit = {
      visitorCase: visitorCase('DE', ['once:advertising']),
      observations: [firing],
      recorded: [],
      shownOnce,
    };
    return judgeVisit(visit, release, classify).items.find(({ host }) => host === 'ads.localhost')?.verdict;
  };
  expect(verdict(by(200, film))).toBe('cleared');
  expect(verdict(by(50, film))).toBe('slipped');
  expect(verdict(by(600, film))).toBe('slipped');
  expect(verdict(by(200, 'http://ads.localhost/other'))).toBe('slipped');
  expect(verdict(by(200, film, 'http://site.localhost/'))).toBe('slipped');
});

it('lets nothing run by a yes that has lapsed', () => {
  const records = [record(1000), { ...record(2000), ageDays: LAPSED_DAYS }];
  const firings = [request('ads.localhost', 1500), request('ads.localhost', 2500)];
  const items = judge('place=DE,choice=accept+lapse', firings, records);
  expect(items['ads.localhost script']).toMatchObject({
    verdict: 'slipped',
    expected: 'hold',
    firings: [{ permitted: true }, { permitted: false }],
    cause: { code: 'not-permitted', ms: 500, ended: true },
  });
});

it('tells what fires after the click from what fires before it', () => {
  const recorded = [{ ...record(1000), clickedAtMs: 900 }];
  const cause = (atMs: number) =>
    judge('place=DE,choice=accept', [request('ads.localhost', atMs)], recorded)['ads.localhost script']?.cause;
  expect(cause(950)).toEqual({ code: 'early', ms: 50, clicked: true });
  expect(cause(850)).toEqual({ code: 'early', ms: 150 });
});

it('says why something is silent, by what the other visits saw of it', () => {
  const silent = { kind: 'request', host: 'ads.localhost', name: 'script' } as const;
  const visit = (firings: object[]) => ({ items: [{ ...silent, firings }] }) as unknown as CheckedCase;
  expect(silentWords(silent, [visit([]), visit([])])).toMatch(/in no visit of this check/);
  expect(silentWords(silent, [visit([]), visit([{}])])).toMatch(/ran in 1 other visit:/);
});
