import { describe, expect, it } from 'vitest';
import { matchesName } from '../hold/match';
import type { Item } from '../observe/types';
import { newSetup } from '../setup/index';
import {
  automaticChanges,
  becauseWords,
  type ClassifySettings,
  catalogueClassifier,
  consequenceOf,
  DEFAULT_SETTINGS,
  deskOf,
  effectsOf,
  evidenceWords,
  findingWords,
  type HouseRule,
  houseRuleClassifier,
  organisationClassifier,
  PatternIndex,
  patternProblem,
  type Ruling,
  ruleWords,
  rulingFindings,
  signBook,
  similarTo,
  traceWords,
} from './index';

const item = (over: Partial<Item> = {}): Item => ({
  kind: 'cookie',
  name: 'x',
  host: 'tracker.localhost',
  party: 'third',
  pages: ['http://site.localhost/'],
  chain: [],
  ...over,
});
const ruling = (over: Partial<Ruling> = {}): Ruling => ({
  purpose: 'measurement',
  service: 'S',
  by: 'person',
  because: { code: 'said', text: 'r' },
  confidence: 1,
  ...over,
});
/** The same facts with all keys in the opposite order. */
function turnedKeys<T>(value: T): T {
  if (Array.isArray(value)) return value.map(turnedKeys) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .reverse()
      .map(([key, one]) => [key, turnedKeys(one)]),
  ) as T;
}
let rules = 0;
const houseRule = (when: HouseRule['when'], over: Partial<HouseRule> = {}): HouseRule => ({
  id: `rule-${rules++}`,
  siteId: null,
  enabled: true,
  when,
  purpose: 'functional',
  service: 'House',
  ...over,
});

describe('PatternIndex', () => {
  /** Names and patterns that share their beginnings, ends and middles, made the same way every time. */
  const words = Array.from(
    { length: 60 },
    (_, i) => ['ad', 'vis', 'ses', 'id', 'x_'][i % 5]! + ((i * 7919) % 97).toString(36),
  );
  const names = words.flatMap((a, i) => [a, `${a}_${words[(i * 13) % 60]}`, `${words[(i * 29) % 60]}${a}z`]);
  const patterns = words.flatMap((w, i) => [w, `${w}*`, `*${w}`, `*${w}*`, `${w}*${words[(i * 17) % 60]}`, `*${w}*z`]);

  it('finds just what trying every pattern finds', () => {
    const index = new PatternIndex<string>();
    for (const pattern of patterns) index.add(pattern, pattern);
    for (const name of names) {
      const exact = patterns.find((pattern) => pattern === name);
      expect(index.find(name), name).toBe(exact ?? patterns.find((pattern) => matchesName(pattern, name)));
    }
    expect(index.find('nothing-like-it')).toBeUndefined();
  });
  it('goes on to the next where the first does not fit otherwise', () => {
    const index = new PatternIndex<number>();
    index.add('ab*', 1);
    index.add('a*', 2);
    index.add('ab', 3);
    expect([index.find('ab'), index.find('ab', (n) => n !== 3), index.find('abc', (n) => n > 1)]).toEqual([3, 1, 2]);
  });
});

it('refuses patterns that would take long or mean everything', () => {
  expect(['_og*', '*_session', 'a*b*c', 'plain'].map(patternProblem)).toEqual([null, null, null, null]);
  expect(patternProblem('*')).toMatch(/nearly every name/);
  expect(patternProblem('a*b*c*d*e*f*g*h')).toMatch(/7 stars; at most 6/);
  expect(patternProblem('x'.repeat(201))).toMatch(/200/);
  // What runs for ever elsewhere is plain text here.
  const evil = new PatternIndex<1>();
  evil.add('(a+)+$', 1);
  evil.add('*a*a*a*a*b', 1);
  expect(evil.find('a'.repeat(50_000))).toBeUndefined();
});

describe('house rules', () => {
  const chain = ['http://site.localhost/', 'http://manager.localhost/m.js', 'http://tag.localhost/t.js'].map((url) => ({
    url,
    how: 'script' as const,
  }));
  it.each<[string, HouseRule['when'], Partial<Item>, boolean]>([
    ['a host means what is below it', { host: 'tracker.localhost' }, { host: 'cdn.tracker.localhost' }, true],
    ['and not what only ends alike', { host: 'tracker.localhost' }, { host: 'mytracker.localhost' }, false],
    ['a name is of what is stored', { name: 'scr*' }, { kind: 'request', name: 'script' }, false],
    ['all its conditions count', { name: 'x', host: 'other.localhost' }, {}, false],
    ['and kinds', { host: 'tracker.localhost', kinds: ['request'] }, {}, false],
    [
      'what a tag brings in, however deep',
      { broughtInBy: 'manager.localhost' },
      {
        kind: 'request',
        name: 'image',
        chain: [...chain, { url: 'http://tracker.localhost/p', how: 'script' as const }],
      },
      true,
    ],
    ['what its script wrote', { broughtInBy: 'tag.localhost' }, { chain }, true],
    [
      'but not the tag itself',
      { broughtInBy: 'tag.localhost' },
      { kind: 'request', name: 'script', host: 'tag.localhost', chain },
      false,
    ],
  ])('%s', (_what, when, over, fits) => {
    expect(houseRuleClassifier([houseRule(when)])(item(over)) !== null).toBe(fits);
  });
  it('the site’s before the organisation’s, the more exact first, and none that is switched off', () => {
    const byHost = houseRule({ host: 'tracker.localhost' }, { service: 'host' });
    const byName = houseRule({ name: 'x' }, { service: 'name' });
    const ofSite = houseRule({ host: 'tracker.localhost' }, { service: 'site', siteId: 'here' });
    const service = (...list: HouseRule[]) => houseRuleClassifier(list)(item())?.service;
    expect(service(byHost, byName)).toBe('name');
    expect(service(byHost, byName, ofSite)).toBe('site');
    expect(service({ ...byName, enabled: false }, byHost)).toBe('host');
    expect(ruleWords(houseRule({ name: 'x*', kinds: ['local-storage'], broughtInBy: 'a.b' }))).toBe(
      'local storage named x* that a.b brings in',
    );
  });
});

describe('the desk', () => {
  const settings = (over: Partial<ClassifySettings>): ClassifySettings => ({ ...DEFAULT_SETTINGS, ...over });
  const uid = item({
    value: { form: 'identifier', length: 30, visits: 9, digests: [...'123456789'] },
    lifetimeSeconds: 4e7,
  });
  const layers = {
    organisation: organisationClassifier([
      {
        item: item({ name: 'shared' }),
        ruling: ruling({ purpose: 'embedded' }),
        siteName: 'Other site',
        at: '2026-01-02',
      },
    ]),
    'house-rules': houseRuleClassifier([houseRule({ name: 'ruled*' })]),
    catalogue: catalogueClassifier([
      { name: 'ruled', service: 'C', purpose: 'advertising' },
      { name: 'shared', service: 'C', purpose: 'advertising' },
    ]),
    purposes: ['necessary', 'functional', 'measurement', 'advertising', 'embedded'],
  };
  const by = (over: Partial<Item>, set: Partial<ClassifySettings> = {}) =>
    deskOf({ ...layers, settings: settings(set) }).rule(item(over))?.by ?? null;

  it('asks its layers in order, and not those that are off', () => {
    expect(by({ name: 'shared' })).toBe('organisation');
    expect(by({ name: 'shared' }, { off: ['organisation'] })).toBe('catalogue');
    expect(by({ name: 'ruled' })).toBe('house-rule');
    expect(by({ name: 'ruled' }, { off: ['house-rules', 'catalogue'] })).toBeNull();
    expect(by({ name: 'shared', host: 'else.localhost' })).toBe('catalogue');
  });
  it('lets a suggestion rule from the bar on, and only suggests below it', () => {
    const desk = (bar: number) => deskOf({ ...layers, settings: settings({ bar }) });
    expect(desk(0.9).rule(uid)).toBeNull();
    expect(desk(0.9).suggestion(uid)).toMatchObject({ purpose: 'advertising', confidence: 0.55 });
    expect(desk(0.55).rule(uid)).toMatchObject({ by: 'heuristic', purpose: 'advertising', confidence: 0.55 });
    expect(evidenceWords(desk(0.55).rule(uid)!.because)).toEqual([
      expect.stringMatching(/^cross-site-identifier: .* \(55 %\)$/),
    ]);
  });
  it('does not rule for a purpose that the site does not have, and says so', () => {
    const desk = deskOf({ ...layers, purposes: ['necessary', 'advertising'], settings: DEFAULT_SETTINGS });
    expect(desk.rule(item({ name: 'ruled' }))).toMatchObject({ by: 'catalogue' });
    const words = traceWords(null, desk.answers(item({ name: 'ruled' })), (id) => id.toUpperCase());
    expect(words).toEqual([
      'House rules: FUNCTIONAL, House (house rule: everything named ruled*). This site has no such purpose, so it does not count.',
      'Open catalogue: ADVERTISING, C (catalogue: cookie named ruled; 90 % sure). This decides.',
      'Nothing known by: rulings on other sites, heuristics.',
    ]);
  });
  it('suggests for what is left of a host what persons ruled of it, unless they ruled it two ways', () => {
    const ruled = (name: string, purpose: string) => ({
      ...item({ name }),
      ruling: ruling({ purpose, service: 'Own name' }),
    });
    const suggested = (...inventory: ReturnType<typeof ruled>[]) =>
      deskOf({ settings: DEFAULT_SETTINGS, inventory }).suggestion(item({ kind: 'request', name: 'image' }));
    const found = suggested(ruled('a', 'embedded'), ruled('b', 'embedded'))!;
    expect(found).toMatchObject({ purpose: 'embedded', service: 'Own name', confidence: 0.8 });
    expect(becauseWords(found.because)).toMatch(
      /^of something else that tracker.localhost does: a person ruled the cookie \w so/,
    );
    expect(suggested(ruled('a', 'embedded'), ruled('b', 'advertising'), ruled('c', 'embedded'))).toBeNull();
  });
  it('explains with a person on top, and what is switched off', () => {
    const desk = deskOf({ ...layers, settings: settings({ off: ['house-rules'] }) });
    const words = traceWords(
      { ...ruling({ because: { code: 'said', text: 'asked them' } }), person: 'Ola Berg' },
      desk.answers(item({ name: 'ruled' })),
      (id) => id,
    );
    expect(words[0]).toBe(
      'Ola Berg ruled measurement, S: asked them. A person’s ruling stands before everything else.',
    );
    expect(words).toContain(
      'Open catalogue: advertising, C (catalogue: cookie named ruled; 90 % sure). It would decide without the person.',
    );
    expect(words).toContain('House rules: switched off.');
  });
  it('explains every item by the very answer that decided, whatever is known and switched off', () => {
    let seed = 7;
    const one = <T>(of: readonly T[]): T => {
      seed = (seed * 48_271) % 2_147_483_647;
      return of[seed % of.length]!;
    };
    const words = ['uid', 'uid_a', 'shop_session', 'theme', 'x', '*', ''];
    const hosts = ['tracker.localhost', 'sub.tracker.localhost', 'site.localhost', 'fonts.localhost'];
    const purposes = ['necessary', 'functional', 'measurement', 'advertising'];
    const ruled = { open: 0, decided: 0 };
    for (let i = 0; i < 1500; i++) {
      const host = one(hosts);
      const thing = item({
        kind: one(['cookie', 'local-storage', 'request'] as const),
        name: one(['uid', 'uid_ab', 'shop_session', 'theme', 'font', 'script']),
        host,
        party: host === 'site.localhost' ? 'first' : 'third',
        setBy: one(['http', 'script'] as const),
        lifetimeSeconds: one([null, 4e7]),
        chain: [
          { url: 'http://site.localhost/', how: 'page' },
          { url: `http://${one(hosts)}/t.js`, how: 'script' },
        ],
        value: { form: 'identifier', length: 20, visits: 9, digests: [...'123456789'] },
      });
      const desk = deskOf({
        'house-rules': houseRuleClassifier(
          [{ name: one(words) || 'u*' }, { host: one(hosts) }, { broughtInBy: one(hosts) }].map((when) =>
            houseRule(when, { purpose: one(purposes), enabled: one([true, false]) }),
          ),
        ),
        'own-catalogue': catalogueClassifier([{ name: one(words) || 'u*', service: 'O', purpose: one(purposes) }]),
        catalogue: catalogueClassifier([{ host: one(hosts), service: 'C', purpose: one(purposes) }]),
        signs: signBook([]),
        inventory: [thing],
        settings: settings({
          bar: one([0.5, 0.7, 0.9, 1.01]),
          off: one([[], ['catalogue'], ['house-rules', 'heuristics'], ['own-catalogue']] as const).slice(),
        }),
        purposes: purposes.slice(0, one([2, 4])),
      });
      const rulings = desk.answers(thing).filter(({ state }) => state === 'rules');
      const decided = desk.rule(thing);
      expect(rulings.map(({ ruling: said }) => said)).toEqual(decided ? [decided] : []);
      ruled[decided ? 'decided' : 'open'] += 1;
    }
    expect(Math.min(ruled.open, ruled.decided)).toBeGreaterThan(100); // or it would have tried only one of the two
  });
  it('takes the newest of what other sites ruled, and nothing of the first party', () => {
    const on = (siteName: string, at: string, over: Partial<Item>, purpose: string) => ({
      item: item(over),
      ruling: ruling({ purpose, seen: { told: ['seen there'] } }),
      siteName,
      at,
    });
    const rule = organisationClassifier([
      on('New', '2026-02-01', { name: 'uid' }, 'advertising'),
      on('Old', '2026-01-01', { name: 'uid' }, 'measurement'),
      on('New', '2026-02-01', { name: 'own', party: 'first', host: 'a.localhost' }, 'functional'),
    ]);
    expect(rule(item({ name: 'uid' }))).toMatchObject({
      purpose: 'advertising',
      by: 'organisation',
      because: { code: 'elsewhere', site: 'New', because: { code: 'said', text: 'r' } },
    });
    // What was seen there says nothing of this site.
    expect(rule(item({ name: 'uid' }))).not.toHaveProperty('seen');
    expect(rule(item({ name: 'uid', host: 'else.localhost' }))).toBeNull();
    expect(rule(item({ name: 'own', party: 'first', host: 'a.localhost' }))).toBeNull();
  });
  it('tells what it would now rule otherwise, and nothing of what stays', () => {
    const desk = deskOf({ ...layers, settings: DEFAULT_SETTINGS });
    const kept = ['ruled', 'shared', 'none'].map((name) => ({
      ...item({ name }),
      automatic: desk.rule(item({ name })),
    }));
    expect(automaticChanges(kept, desk.rule)).toEqual([]);
    // As a database gives them back, with their keys in another order.
    const turned = kept.map((one) => ({ ...one, automatic: one.automatic && turnedKeys(one.automatic) }));
    expect(automaticChanges(turned, desk.rule)).toEqual([]);
    const without = deskOf({ ...layers, settings: settings({ off: ['organisation', 'house-rules'] }) });
    expect(automaticChanges(kept, without.rule).map((one) => [one.item.name, one.before?.by, one.after?.by])).toEqual([
      ['ruled', 'house-rule', 'catalogue'],
      ['shared', 'organisation', 'catalogue'],
    ]);
  });
});

describe('what wants a second look', () => {
  const purposes = [{ id: 'necessary', necessary: true }, { id: 'measurement' }];
  const look = (own: Ruling, over: Partial<Item> = {}, automatic: Ruling | null = null, since = false) =>
    rulingFindings(
      own,
      {
        item: item(over),
        signs: signBook([
          {
            what: 'cookie-syncing',
            host: 'a.localhost',
            name: 'uid',
            from: 'tracker.localhost',
            page: '',
            chain: [],
          },
        ]),
        known: () => null,
      },
      { automatic, since, purposes },
    ).map((finding) => findingWords(finding, (id) => id));
  it('is a tracker that was ruled necessary', () => {
    expect(look(ruling({ purpose: 'necessary' }), { name: 'uid' })).toEqual([
      'Ruled as necessary, so nobody can refuse it, but it has marks of a tracker: its identifier is sent to a.localhost.',
    ]);
    expect(look(ruling({ purpose: 'necessary' }))).toEqual([]);
    expect(look(ruling(), { name: 'uid' })).toEqual([]);
  });
  it('is what is known otherwise, now or since', () => {
    const known = ruling({
      purpose: 'advertising',
      by: 'catalogue',
      because: { code: 'catalogue', of: 'shipped', host: 'h' },
    });
    expect(look(ruling(), {}, known, true)[0]).toMatch(
      /^Since this was ruled, it would be advertising \(catalogue: host h\)/,
    );
    expect(look(ruling(), {}, ruling({ by: 'catalogue' }))).toEqual([]);
  });
  it('is a lifetime that grew beyond what visitors are told', () => {
    const day = 86_400;
    expect(look(ruling({ lifetimeSeconds: 30 * day }), { lifetimeSeconds: 400 * day })[0]).toMatch(
      /lives 1 mo; the scan found 1 y/,
    );
    expect(look(ruling({ lifetimeSeconds: null }), { lifetimeSeconds: 400 * day })[0]).toMatch(
      /until the browser is closed/,
    );
    expect(look(ruling({ lifetimeSeconds: 400 * day }), { lifetimeSeconds: 400 * day + 60 })).toEqual([]);
    expect(look(ruling({ purpose: 'gone' }))[0]).toMatch(/"gone" is not there any more/);
  });
});

it('puts first what weighs most', () => {
  const tells = { form: 'identifier', length: 20, visits: 5, digests: [...'12345'] } as const;
  const list = [
    item({ name: 'own session', party: 'first', lifetimeSeconds: null }),
    item({ name: 'script', kind: 'request' }),
    item({ name: 'tracker', lifetimeSeconds: 4e7, value: { ...tells, digests: [...tells.digests] } }),
    item({
      name: 'own visitor id',
      party: 'first',
      lifetimeSeconds: 4e7,
      value: { ...tells, digests: [...tells.digests] },
    }),
  ];
  const order = list.sort((a, b) => consequenceOf(b).weight - consequenceOf(a).weight).map(({ name }) => name);
  expect(order).toEqual(['tracker', 'script', 'own visitor id', 'own session']);
});

it('finds what is like an item, and in which way', () => {
  const made = {
    setBy: 'script',
    url: 'http://tag.localhost/t.js?v=1',
    party: 'first',
    host: 'site.localhost',
  } as const;
  const own = item({ name: 'tab-3f9a12cd77', ...made });
  const found = similarTo(own, [
    own,
    item({ name: 'tab-77b0e1aa01', party: 'first', host: 'site.localhost' }),
    item({ name: 'other', ...made, url: 'http://tag.localhost/t.js?v=2' }),
    item({ name: 'far away' }),
  ]);
  expect(found.map(([way, list]) => [way, list.map(({ name }) => name)])).toEqual([
    ['script', ['other']],
    ['name', ['tab-77b0e1aa01']],
  ]);
});

it('says by the one decision what a purpose means in each region', () => {
  const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  const of = (purpose: string) => effectsOf(setup, purpose).map(({ regime, mode }) => `${regime} ${mode}`);
  expect(of('necessary')).toEqual(['eu none', 'us-ca none']);
  expect(of('advertising')).toEqual(['eu opt-in', 'us-ca opt-out']);
  expect(of('measurement')).toEqual(['eu opt-in', 'us-ca notice']);
});
