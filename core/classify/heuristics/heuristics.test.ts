import { describe, expect, it } from 'vitest';
import type { Carried } from '../../observe/carried';
import type { ScriptSeen } from '../../observe/script-seen';
import type { Activity } from '../../observe/script-terms';
import type { ReadsLike } from '../../observe/script-words';
import type { Item, Sign } from '../../observe/types';
import type { ValueForm, ValueSeen } from '../../observe/value';
import type { Said } from '../because';
import { becauseWords, evidenceWords } from '../because-words';
import { DEFAULT_SETTINGS } from '../settings';
import { signBook } from '../sign-book';
import { suggest } from '../suggest';
import type { Ruling } from '../types';
import { HEURISTICS } from './index';

const SITE = 'site.localhost';
const TRACKER = 'tracker.localhost';
const DAY = 86_400;
const value = (form: ValueForm, visits = 9, different = visits): ValueSeen => ({
  form,
  length: 12,
  visits,
  digests: Array.from({ length: different }, (_, i) => String(i)),
});
const OWN = value('identifier');
const cookie = (over: Partial<Item> = {}): Partial<Item> => ({
  kind: 'cookie',
  setBy: 'http',
  lifetimeSeconds: null,
  ...over,
});
const third = (over: Partial<Item>): Partial<Item> => ({ ...cookie(), host: TRACKER, party: 'third', ...over });
const request = (over: Partial<Item>): Partial<Item> => ({ kind: 'request', host: TRACKER, party: 'third', ...over });
const travels = (name: string, from: string, ...to: string[]): Sign[] =>
  to.map((host) => ({ what: 'cookie-syncing', host, name, from, page: '', chain: [] }));
const KNOWN: Ruling = {
  purpose: 'measurement',
  service: 'Odd counter',
  by: 'catalogue',
  because: { code: 'font' },
  confidence: 0.9,
};

const evidence = (over: Partial<Item>, signs: Sign[] = []) => ({
  item: { kind: 'cookie', name: 'x', host: SITE, party: 'first', ...over } as Item,
  signs: signBook(signs),
  depending: over.name === 'odd_tag' ? { ...KNOWN, confidence: 0.6, depends: 'it is used for more' } : null,
  known: (host: string) => (host === 'counter.localhost' ? KNOWN : null),
  siblings: (host: string) => (host === TRACKER ? SIBLING : null),
});
const hint = (id: string, over: Partial<Item>, signs?: Sign[]) =>
  HEURISTICS.find(({ meta }) => meta.id === id)!.evaluate(evidence(over, signs));

/** Each with what it must catch, and with a near miss that it must not. */
const SIBLING = {
  key: 'cookie\ntracker.localhost\nuid',
  purpose: 'advertising',
  confidence: 0.8,
  because: { code: 'font' },
} as const;
const CASES: Record<
  string,
  { purpose: string; yes: [Partial<Item>, Sign[]?][]; no: [string, Partial<Item>, Sign[]?][] }
> = {
  'anti-forgery': {
    purpose: 'necessary',
    yes: [[cookie({ name: 'XSRF-TOKEN' })], [cookie({ name: 'shop_csrf' })]],
    no: [
      ['that is sent elsewhere', cookie({ name: 'csrf' }), travels('csrf', SITE, TRACKER)],
      ['of a third party', third({ name: 'csrftoken' })],
    ],
  },
  basket: {
    purpose: 'necessary',
    yes: [[cookie({ name: 'shop_basket' })], [{ kind: 'local-storage', name: 'cart' }]],
    no: [['a word that only holds it', cookie({ name: 'cartoon' })]],
  },
  'consent-storage': {
    purpose: 'necessary',
    yes: [[cookie({ name: 'cookie-consent', value: value('flag') })]],
    no: [['with an identifier in it', cookie({ name: 'cookie-consent', value: OWN })]],
  },
  'cross-site-identifier': {
    purpose: 'advertising',
    yes: [[third({ name: 'uid', value: OWN, lifetimeSeconds: 365 * DAY })]],
    no: [
      ['that ends soon', third({ name: 'uid', value: OWN, lifetimeSeconds: 30 * DAY })],
      ['the same for all', third({ name: 'uid', value: value('identifier', 9, 1), lifetimeSeconds: 365 * DAY })],
      ['of the first party', cookie({ name: 'uid', value: OWN, lifetimeSeconds: 365 * DAY })],
    ],
  },
  'depends-on-use': {
    purpose: 'measurement',
    yes: [[cookie({ name: 'odd_tag' })]],
    no: [['that no catalogue knows', cookie({ name: 'other_tag' })]],
  },
  'reporting-script': {
    purpose: 'measurement',
    yes: [[cookie({ script: { speaksOf: {}, tells: ['page-address', 'page-title'] } })]],
    no: [
      ['whose script tells the address alone', cookie({ script: { speaksOf: {}, tells: ['page-address'] } })],
      [
        'of the site’s own bundle',
        cookie({ script: { speaksOf: {}, tells: ['page-address', 'page-title'], own: true } }),
      ],
      ['that is a request', request({ script: { speaksOf: {}, tells: ['page-address', 'page-title'] } })],
    ],
  },
  'reads-like': {
    purpose: 'measurement',
    yes: [
      [
        cookie({
          script: {
            speaksOf: {},
            readsLike: { purpose: 'measurement', activity: 'measurement', chance: 0.8, words: ['pageview'] },
          },
        }),
      ],
    ],
    no: [['whose script reads like nothing', cookie({ script: { speaksOf: {} } })]],
  },
  'script-terms': {
    purpose: 'functional',
    yes: [[cookie({ script: { speaksOf: { flags: { share: 20, terms: ['flagkey'] } } } })]],
    no: [
      [
        'whose script speaks of it little',
        cookie({ script: { speaksOf: { flags: { share: 5, terms: ['flagkey'] } } } }),
      ],
      [
        'whose script speaks as much of something else',
        cookie({ script: { speaksOf: { flags: { share: 20, terms: [] }, marketing: { share: 19, terms: [] } } } }),
      ],
    ],
  },
  'device-probe': {
    purpose: 'advertising',
    yes: [
      [
        request({ name: 'script' }),
        [{ what: 'fingerprinting', host: TRACKER, name: '', reads: ['canvas'], page: '', chain: [] }],
      ],
    ],
    no: [
      [
        'of another host',
        request({ name: 'script' }),
        [{ what: 'fingerprinting', host: SITE, name: '', reads: ['canvas'], page: '', chain: [] }],
      ],
    ],
  },
  'embedded-frame': {
    purpose: 'embedded',
    yes: [
      [
        request({
          name: 'frame',
          chain: [
            { url: 'p', how: 'page' },
            { url: 'f', how: 'markup', kind: 'frame', line: 7 },
          ],
        }),
      ],
    ],
    no: [
      [
        'put in by a script',
        request({
          name: 'frame',
          chain: [
            { url: 'p', how: 'page' },
            { url: 'f', how: 'script', kind: 'frame' },
          ],
        }),
      ],
    ],
  },
  'cookie-syncing': {
    purpose: 'advertising',
    yes: [[third({ name: 'uid', value: OWN }), travels('uid', TRACKER, 'a.localhost', 'b.localhost')]],
    no: [
      ['that stays', third({ name: 'uid', value: OWN })],
      ['of the same name under another host', third({ name: 'uid', value: OWN }), travels('uid', SITE, 'a.localhost')],
    ],
  },
  'known-writer': {
    purpose: 'measurement',
    yes: [[cookie({ setBy: 'script', url: 'http://counter.localhost/c.js' })]],
    no: [
      ['by an unknown script', cookie({ setBy: 'script', url: 'http://tracker.localhost/c.js' })],
      ['by the server', cookie({ url: 'http://counter.localhost/c.js' })],
    ],
  },
  'load-balancer': {
    purpose: 'necessary',
    yes: [[cookie({ name: 'SERVERID' })], [cookie({ name: 'shop_lb', lifetimeSeconds: DAY })]],
    no: [
      ['that stays for a month', cookie({ name: 'SERVERID', lifetimeSeconds: 30 * DAY })],
      ['a word that only holds it', cookie({ name: 'album' })],
    ],
  },
  'replay-stream': {
    purpose: 'measurement',
    yes: [
      [request({ name: 'fetch', posts: { count: 9, size: 90_000 } })],
      [request({ name: 'fetch', posts: { count: 1, size: 9000 }, carries: ['page-content'] })],
    ],
    no: [['a form that is sent once', request({ name: 'fetch', posts: { count: 1, size: 90_000 } })]],
  },
  'same-host': {
    purpose: 'advertising',
    yes: [[request({ name: 'script' })], [cookie({ setBy: 'script', url: `http://${TRACKER}/t.js` })]],
    no: [
      ['that it was told by itself', third({ name: 'uid' })],
      ['of the site', cookie({ name: 'uid' })],
    ],
  },
  'session-name': {
    purpose: 'necessary',
    yes: [[cookie({ name: 'shop_session', value: OWN, httpOnly: true })], [cookie({ name: 'PHPSESSID', value: OWN })]],
    no: [
      ['that stays for a year', cookie({ name: 'shop_session', value: OWN, lifetimeSeconds: 365 * DAY })],
      ['that travels', cookie({ name: 'sid', value: OWN }), travels('sid', SITE, TRACKER)],
      ['written by a script', cookie({ name: 'tracker.session', value: OWN, setBy: 'script' })],
    ],
  },
  typeface: {
    purpose: 'functional',
    yes: [[request({ name: 'font' })]],
    no: [['a style sheet, which may hold anything', request({ name: 'style' })]],
  },
  'visit-report': {
    purpose: 'measurement',
    yes: [[request({ name: 'fetch', carries: ['page-address', 'page-title', 'screen-size'] })]],
    no: [['the address alone, as every embed tells it', request({ name: 'frame', carries: ['page-address'] })]],
  },
  'visitor-setting': {
    purpose: 'functional',
    yes: [[{ kind: 'local-storage', name: 'theme', value: value('word', 9, 1) }]],
    no: [
      ['that differs for every visitor', cookie({ name: 'site_lang', value: value('word') })],
      ['an identifier called so', cookie({ name: 'lang', value: OWN })],
    ],
  },
};

describe.each(HEURISTICS.map(({ meta }) => meta.id))('%s', (id) => {
  const { purpose, yes, no } = CASES[id]!;
  it('catches what it is for', () => {
    for (const [over, signs] of yes) expect(hint(id, over, signs)?.purpose, over.name).toBe(purpose);
  });
  it.each(no)('says nothing of one %s', (_what, over, signs) => {
    expect(hint(id, over, signs)).toBeNull();
  });
});

it('an identifier of the site’s own that is sent out is for what its only receiver does', () => {
  const own = cookie({ name: 'visit_id', value: OWN });
  const sentTo = (...to: string[]) => hint('cookie-syncing', own, travels('visit_id', SITE, ...to));
  expect(sentTo('counter.localhost', 'counter.localhost')).toMatchObject({
    purpose: 'measurement',
    service: 'Odd counter',
    because: { code: 'sent-to', hosts: ['counter.localhost'], service: 'Odd counter' },
  });
  expect(sentTo('nobody.localhost')).toBeNull();
  const many = sentTo('a.localhost', 'b.localhost', 'c.localhost', 'd.localhost')!;
  expect(many.purpose).toBe('advertising');
  expect(becauseWords(many.because)).toBe(
    'its identifier was sent to a.localhost, b.localhost, c.localhost and 1 more',
  );
});

it('is never sure by the words of a script that no yes is needed, and less sure of what a bundle holds', () => {
  const confidence = (activity: 'flags' | 'sign-in', own?: boolean) =>
    hint('script-terms', cookie({ script: { speaksOf: { [activity]: { share: 30, terms: [] } }, own } }))!.confidence;
  expect([confidence('flags'), confidence('flags', true), confidence('sign-in')]).toEqual([0.85, 0.68, 0.68]);
});

it('takes few words of a script for something only where next to nothing speaks against it', () => {
  const says = (shares: Partial<Record<Activity, number>>) => {
    const speaksOf = Object.entries(shares).map(([activity, share]) => [activity, { share, terms: [] }]);
    return hint('script-terms', cookie({ script: { speaksOf: Object.fromEntries(speaksOf) } }))?.purpose;
  };
  expect([says({ flags: 6 }), says({ flags: 6, video: 2 }), says({ flags: 6, video: 3 }), says({ flags: 5 })]).toEqual([
    'functional',
    'functional',
    undefined,
    undefined,
  ]);
  expect([says({ flags: 9, video: 6 }), says({ flags: 9, video: 8 })]).toEqual(['functional', undefined]);
  // It is not held against a voice that is clear.
  const both = (share: number) =>
    suggest(
      evidence(cookie({ script: { speaksOf: { flags: { share, terms: [] } }, readsLike: like('measurement', 0.5) } })),
    )!;
  expect([both(6).confidence, both(6).because.against]).toEqual([both(5).confidence, []]);
  expect(both(9).confidence).toBeLessThan(both(6).confidence);
});

const like = (purpose: string, chance: number): ReadsLike => ({ purpose, activity: 'flags', chance, words: [] });
/** What a script stored that speaks of flags, and reads like that purpose. */
const byFlags = (purpose: string, chance: number, share = 20) =>
  cookie({
    script: {
      speaksOf: { flags: { share, terms: ['flagkey'] } },
      readsLike: like(purpose, chance),
    },
  });

it('rules by words alone only where what a script speaks of and what it reads like agree', () => {
  const bar = DEFAULT_SETTINGS.bar;
  expect(suggest(evidence(byFlags('functional', 0.6)))!.confidence).toBeGreaterThanOrEqual(bar);
  expect(suggest(evidence(byFlags('measurement', 0.6)))!.confidence).toBeLessThan(bar);
  expect(hint('reads-like', byFlags('functional', 1))!.confidence).toBeLessThanOrEqual(bar);
  const faint = (chance: number) => suggest(evidence(byFlags('functional', chance, 10)))!.confidence >= bar;
  expect([faint(0.7), faint(0.95)]).toEqual([false, true]);
  const exempt = suggest(evidence(cookie({ script: { speaksOf: {}, readsLike: like('necessary', 1) } })));
  expect(exempt!.confidence).toBeLessThan(bar);
});

it('says by a script that no yes is needed only where both of its voices are very sure, and neither bundles nor players pass', () => {
  const signIn = { 'sign-in': { share: 30, terms: ['pkce'] } };
  const player = { video: { share: 30, terms: ['player'] } };
  const counting = { ...player, monitoring: { share: 4, terms: ['exporter'] } };
  const sure = (purpose: string, chance: number, speaksOf: ScriptSeen['speaksOf'], own?: boolean) =>
    suggest(evidence(cookie({ script: { speaksOf, readsLike: like(purpose, chance), own } })))!.confidence >=
    DEFAULT_SETTINGS.bar;
  expect([sure('necessary', 0.95, signIn), sure('necessary', 0.94, signIn)]).toEqual([true, false]);
  expect(sure('necessary', 0.99, signIn, true)).toBe(false);
  const holding = { speaksOf: { replay: { share: 30, terms: [] } }, readsLike: like('measurement', 0.7) };
  const withKit = (within?: string[]) => suggest(evidence(cookie({ script: { ...holding, within } })))!.confidence;
  expect([withKit() >= DEFAULT_SETTINGS.bar, withKit(['Oddgull']) >= DEFAULT_SETTINGS.bar]).toEqual([true, false]);
  expect([sure('embedded', 0.7, player), sure('embedded', 0.7, counting)]).toEqual([true, false]);
});

it('takes a script that speaks clearly of nearly everything for one that holds much', () => {
  const clearly = (...activities: Activity[]) =>
    Object.fromEntries(activities.map((one) => [one, { share: 9, terms: [] }]));
  const rules = (speaksOf: ScriptSeen['speaksOf']) => {
    const most = { ...speaksOf, monitoring: { share: 60, terms: [] } };
    return suggest(evidence(cookie({ script: { speaksOf: most, readsLike: like('measurement', 0.86) } })))!.confidence;
  };
  const bar = DEFAULT_SETTINGS.bar;
  expect(rules(clearly('video', 'sign-in'))).toBeGreaterThanOrEqual(bar);
  expect(rules(clearly('video', 'sign-in', 'flags'))).toBeLessThan(bar);
  // Several activities that serve one purpose are one thing.
  expect(rules(clearly('replay', 'measurement', 'payments', 'sign-in', 'anti-fraud'))).toBeGreaterThanOrEqual(bar);
});

it('does not rule by a few terms where all words of the script together say little', () => {
  const rules = (chance: number) =>
    suggest(evidence(byFlags('functional', chance)))!.confidence >= DEFAULT_SETTINGS.bar;
  expect([rules(0.5), rules(0.6)]).toEqual([false, true]);
});

it('takes a report of visits for nothing where the script that sends it speaks of advertising too', () => {
  const tells: Carried[] = ['page-address', 'page-title', 'screen-size'];
  const counting = { measurement: { share: 17, terms: [] } };
  const both = { ...counting, marketing: { share: 15, terms: [] } };
  const kept = (speaksOf: ScriptSeen['speaksOf']) => hint('reporting-script', cookie({ script: { speaksOf, tells } }));
  const sent = (speaksOf: ScriptSeen['speaksOf']) =>
    hint('visit-report', request({ name: 'fetch', carries: tells, script: { speaksOf } }));
  expect([kept(counting)?.purpose, sent(counting)?.purpose]).toEqual(['measurement', 'measurement']);
  expect([kept(both), sent(both)]).toEqual([null, null]);
});

it('shares one certainty among purposes that contradict each other, however many speak', () => {
  const torn = (chance: number) => suggest(evidence(byFlags('measurement', chance)))!;
  expect([torn(0.4).purpose, torn(0.98).purpose]).toEqual(['functional', 'measurement']);
  // 0.85 against 0.55: 0.85 · 0.45 of all that may be, which is 0.85 · 0.45 + 0.15 · 0.55 + 0.15 · 0.45.
  expect(torn(0.4).confidence).toBeCloseTo(0.72, 2);
  expect(torn(0.98).confidence).toBeLessThan(0.6);
});

it('takes the same script for one reason, not for two', () => {
  const said: Said = {
    ...KNOWN,
    heuristic: 'script-terms',
    because: { code: 'speaks-of', activity: 'chat', terms: [] },
  };
  const sibling = { ...SIBLING, because: { code: 'marks' as const, said: [said], against: [] } };
  const of = (item: Partial<Item>) => {
    const sameHost = HEURISTICS.find(({ meta }) => meta.id === 'same-host')!;
    return sameHost.evaluate({ ...evidence(third({ name: 'a', ...item })), siblings: () => sibling });
  };
  expect(of({ script: { speaksOf: {} } })).toBeNull();
  expect(of({})?.purpose).toBe('advertising');
});

describe('suggest', () => {
  it('is surer where several agree, and less sure where one says otherwise', () => {
    const uid = third({ name: 'uid', value: OWN, lifetimeSeconds: 400 * DAY });
    const alone = suggest(evidence(uid))!;
    const both = suggest(evidence(uid, travels('uid', TRACKER, 'a.localhost', 'b.localhost')))!;
    expect([alone.confidence, both.confidence]).toEqual([0.55, 0.93]);
    expect(becauseWords(both.because)).toMatch(/sent to a\.localhost, b\.localhost; a third-party cookie/);
    const named = cookie({
      name: 'site_lang',
      value: value('language', 9, 1),
      setBy: 'script',
      url: 'http://counter.localhost/c.js',
    });
    const torn = suggest(evidence(named))!;
    expect(torn.purpose).toBe('measurement');
    expect(torn.confidence).toBe(0.6);
    const heuristics = (said: readonly Said[]) => said.map((one) => one.heuristic);
    expect([heuristics(torn.because.said), heuristics(torn.because.against)]).toEqual([
      ['known-writer'],
      ['visitor-setting'],
    ]);
    expect(evidenceWords(torn.because)[1]).toMatch(/^visitor-setting: .* \(\d+ %\)$/);
    expect(suggest(evidence(named), undefined, torn.confidence + 0.01)).toBeNull();
  });
  it('leaves out those that are switched off, and is silent where none speaks', () => {
    const uid = third({ name: 'uid', value: OWN, lifetimeSeconds: 400 * DAY });
    expect(suggest(evidence(uid), new Set(['cross-site-identifier']))).toBeNull();
    expect(suggest(evidence({}))).toBeNull();
  });
});
