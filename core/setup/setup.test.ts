import { describe, expect, it } from 'vitest';
import { directionOf, lookUpLanguage } from '../language/index';
import { shippedTexts, textsFor } from '../texts/index';
import {
  differences,
  newSetup,
  parseSetup,
  parseSetupText,
  readSetup,
  type Setup,
  setupJsonSchema,
  upgradeSetup,
} from './index';

const fresh = () =>
  newSetup({ key: 'ferry', name: 'Ferry', address: 'http://site.localhost:1/x' }, 'http://localhost/g/ferry');
const problemsOf = (change: (setup: Setup) => void) => {
  const setup = fresh();
  change(setup);
  const parsed = parseSetupText(JSON.stringify(setup));
  return parsed.ok ? [] : parsed.problems.map(({ path }) => path);
};

const withRule = (rule: object) => (s: Setup) => void Object.assign(s.regions, { rules: [rule] });

it('starts with a setup that is right and survives its own file', () => {
  const parsed = parseSetupText(JSON.stringify(fresh()));
  expect(parsed).toEqual({ ok: true, value: fresh() });
  expect(fresh().site.addresses).toEqual(['http://site.localhost:1']);
});

it.each<[string, (setup: Setup) => void, string]>([
  [
    'a purpose that no list has',
    (s) => s.services.push({ id: 'x', name: 'X', purpose: 'fun', hosts: [], items: [] }),
    'services[0].purpose',
  ],
  [
    'a host with a scheme',
    (s) => s.services.push({ id: 'x', name: 'X', purpose: 'functional', hosts: ['http://x'], items: [] }),
    'services[0].hosts[0]',
  ],
  ['a fallback that is not served', (s) => Object.assign(s.regions, { regimes: ['us-ca'] }), 'regions.fallback'],
  ['an unknown regime', (s) => Object.assign(s.regions, { regimes: ['eu', 'moon'] }), 'regions.regimes[1]'],
  [
    'a laxer rule without a reason',
    (s) => Object.assign(s.regions, { overrides: { eu: { modes: { default: 'notice' } } } }),
    'regions.overrides.eu.reason',
  ],
  [
    'a rule for a place that does not exist',
    withRule({ places: ['US-QQ'], treat: 'law' }),
    'regions.rules[0].places[0]',
  ],
  ['a rule for a state without its country', withRule({ places: ['TX'], treat: 'law' }), 'regions.rules[0].places[0]'],
  [
    'a rule as another regime, without saying which',
    withRule({ places: ['DE'], treat: 'regime' }),
    'regions.rules[0].regime',
  ],
  [
    'a rule as a regime that is none',
    withRule({ places: ['DE'], treat: 'regime', regime: 'moon' }),
    'regions.rules[0].regime',
  ],
  [
    'a rule laxer than the law, without a reason',
    withRule({ places: ['DE'], treat: 'nothing' }),
    'regions.rules[0].reason',
  ],
  [
    'five hundred rules',
    (s) => Object.assign(s.regions, { rules: Array.from({ length: 500 }, () => ({ places: ['DE'], treat: 'law' })) }),
    'regions.rules',
  ],
  ['an address with a path', (s) => s.site.addresses.push('http://b.localhost/path'), 'site.addresses[1]'],
  [
    'a default language that is not spoken',
    (s) => Object.assign(s.banner, { defaultLanguage: 'fi' }),
    'banner.defaultLanguage',
  ],
  [
    'a language without texts',
    (s) => Object.assign(s.banner, { languages: ['en', 'sw'], texts: { sw: { title: 'x' } } }),
    'banner.texts.sw.body',
  ],
  ['a language that is no tag', (s) => s.banner.languages.push('Finnish, please'), 'banner.languages[2]'],
  ['an empty button', (s) => Object.assign(s.banner.texts, { en: { refuse: ' ' } }), 'banner.texts.en.refuse'],
  [
    'a yes that stands longer than the law has it, without a reason',
    (s) => Object.assign(s.regions, { overrides: { eu: { yesDays: 365 } } }),
    'regions.overrides.eu.reason',
  ],
  [
    'a host of two purposes',
    (s) =>
      s.services.push(
        { id: 'x', name: 'X', purpose: 'functional', hosts: ['x.localhost'], items: [] },
        { id: 'y', name: 'Y', purpose: 'advertising', hosts: ['x.localhost'], items: [] },
      ),
    'services[1].hosts',
  ],
  ['a colour by name', (s) => Object.assign(s.banner.face.dark, { ink: 'red' }), 'banner.face.dark.ink'],
  [
    'a placeholder that stands for nothing',
    (s) => Object.assign(s.banner.texts, { en: { body: 'Hello {visitor}' } }),
    'banner.texts.en.body',
  ],
  [
    'a placeholder where nobody knows it',
    (s) => Object.assign(s.banner.texts, { en: { title: 'For {lifetime}' } }),
    'banner.texts.en.title',
  ],
  ['a language that is none', (s) => s.banner.languages.push('qqq'), 'banner.languages[2]'],
  ['a draft of a language that is live', (s) => Object.assign(s.banner, { drafts: ['de'] }), 'banner.drafts[0]'],
  [
    'a wording for visitors that the site does not serve',
    (s) => Object.assign(s.banner, { wording: { br: { en: { title: 'Hi' } } } }),
    'banner.wording.br',
  ],
  [
    'a banner within the page that is nowhere',
    (s) => Object.assign(s.banner.form, { kind: 'within' }),
    'banner.form.into',
  ],
  [
    'an order without refusing',
    (s) => Object.assign(s.banner.form, { order: ['accept', 'choose', 'accept'] }),
    'banner.form.order',
  ],
  [
    'a family that breaks out of its rule',
    (s) => Object.assign(s.banner.face, { family: 'x;}*{display:none' }),
    'banner.face.family',
  ],
  [
    'a picture that is a page',
    (s) =>
      Object.assign(s.banner.face, {
        logo: { data: 'data:text/html;base64,PGI+', width: 9, height: 9, alt: '' },
      }),
    'banner.face.logo.data',
  ],
  ['a purpose twice', (s) => s.purposes.push(s.purposes[0]!), 'purposes[5].id'],
  ['a field nobody knows', (s) => Object.assign(s.site, { colour: 1 }), 'site'],
])('names the field: %s', (_what, change, path) => {
  expect(problemsOf(change)).toContain(path);
});

it('lets an organisation be stricter without a word, and laxer with one', () => {
  expect(
    problemsOf((s) => Object.assign(s.regions, { overrides: { 'us-ca': { modes: { default: 'opt-in' } } } })),
  ).toEqual([]);
  expect(
    problemsOf((s) =>
      Object.assign(s.regions, { overrides: { eu: { modes: { default: 'notice' }, reason: 'counsel, 2026' } } }),
    ),
  ).toEqual([]);
});

it('says that a text is not JSON', () => {
  expect(parseSetupText('{')).toMatchObject({ ok: false, problems: [{ path: '' }] });
});

it('describes itself in JSON Schema', () => {
  expect(setupJsonSchema()).toMatchObject({
    $schema: expect.stringContaining('2020-12'),
    required: expect.arrayContaining(['format', 'site']),
  });
});

it('finds where two setups differ', () => {
  const changed = fresh();
  changed.banner.face.radius = 9;
  changed.services.push({ id: 'x', name: 'X', purpose: 'functional', hosts: [], items: [] });
  expect(differences(fresh(), changed).map(({ path }) => path)).toEqual(['services', 'banner.face.radius']);
  expect(differences(fresh(), fresh())).toEqual([]);
});

describe('a file of the first format', () => {
  const first = () => {
    const { holding: _, ...rest } = fresh();
    const en = shippedTexts('en')!;
    return {
      ...rest,
      format: 'douane.setup/1',
      purposes: rest.purposes.map(({ activities, ...purpose }) => ({ ...purpose, ...(activities && { sale: true }) })),
      regions: {
        regimes: ['eu', 'us-ca'],
        fallback: 'eu',
        overrides: { 'us-ca': { default: 'ask', sale: 'ask' }, eu: { choiceDays: 365 } },
      },
      banner: {
        defaultLanguage: 'en',
        texts: { en: { ...en, title: 'One question before you sail' }, de: shippedTexts('de') },
        look: { position: 'corner', sheet: '#ffffff', ink: '#111111', accent: '#222222', radius: 7 },
      },
    };
  };

  it('still loads, and says the same', () => {
    const parsed = parseSetup(first());
    expect(parsed).toMatchObject({
      ok: true,
      value: {
        format: 'douane.setup/3',
        regions: {
          overrides: {
            'us-ca': { modes: { default: 'opt-in', sale: 'opt-in', 'targeted-advertising': 'opt-in' } },
            eu: { yesDays: 365, refusalDays: 365 },
          },
        },
        holding: { unruled: 'by-regime' },
        banner: {
          languages: ['en', 'de'],
          texts: { en: { title: 'One question before you sail' } },
          form: { kind: 'card' },
          face: { light: { sheet: '#ffffff', ink: '#111111', accent: '#222222' }, radius: 7 },
        },
      },
    });
    const { value } = parsed as { value: Setup };
    expect(value.purposes).toEqual(fresh().purposes);
    expect(Object.keys(value.banner.texts)).toEqual(['en']);
    expect(textsFor(value.banner, 'en')).toEqual({ ...shippedTexts('en'), title: 'One question before you sail' });
  });

  it('is told what is wrong with it in the words of today', () => {
    expect(parseSetup({ ...first(), purposes: 'none' })).toMatchObject({ ok: false, problems: [{ path: 'purposes' }] });
    const later = parseSetup({ ...first(), format: 'douane.setup/9' });
    expect(!later.ok && later.problems[0]).toEqual({ path: 'format', message: expect.stringContaining('known here') });
    for (const odd of [null, 7, [], 'x', { format: 'douane.setup/1' }, { format: 'douane.setup/1', regions: [] }]) {
      expect(parseSetup(odd).ok).toBe(false);
    }
  });

  it('comes through unchanged where it is of today already', () => {
    expect(upgradeSetup(fresh())).toEqual(fresh());
  });
});

it.each([
  ['de-AT', 'de'],
  ['DE', 'de'],
  ['zh-Hant-TW', 'zh-Hant'],
  ['zh-Hans', undefined],
  ['zh-TW', 'zh-Hant'],
  ['zh-CN', undefined],
  ['pt', 'pt-BR'],
  ['nb-NO', 'no'],
  ['nn', 'no'],
  ['nbx', undefined],
  ['', undefined],
  ['x_y', undefined],
])('looks %j up as %j', (wanted, found) => {
  expect(lookUpLanguage(wanted, ['de', 'pt-BR', 'zh-Hant', 'no'])).toBe(found);
});

it.each([
  ['ar', 'rtl'],
  ['ar-EG', 'rtl'],
  ['he', 'rtl'],
  ['az-Arab', 'rtl'],
  ['ar-Latn', 'ltr'],
  ['ku', 'ltr'],
  ['arn', 'ltr'],
  ['de', 'ltr'],
])('%s is written %s', (tag, direction) => {
  expect(directionOf(tag)).toBe(direction);
});

describe('rules of a site', () => {
  const messagesOf = (...rules: object[]) => {
    const parsed = parseSetup({ ...fresh(), regions: { regimes: ['eu'], fallback: 'eu', rules } });
    return parsed.ok ? [] : parsed.problems.map(({ message }) => message);
  };

  it('say in what they are laxer, and where', () => {
    expect(messagesOf({ places: ['eea'], treat: 'regime', regime: 'us-ca' })).toEqual([
      'laxer than the law in Austria and 36 more places (Functional, Measurement, Advertising, Embedded content, children, how long a yes stands); say why',
    ]);
    expect(messagesOf({ places: ['eea'], treat: 'regime', regime: 'us-ca', reason: 'a test of ours' })).toEqual([]);
  });

  it('may be stricter than the law, cover each other, and ask nothing where no law does, without a reason', () => {
    expect(
      messagesOf(
        { places: ['everywhere'], treat: 'stricter', regime: 'eu' },
        { places: ['DE'], treat: 'law' },
        { places: ['no-law'], treat: 'nothing' },
      ),
    ).toEqual([]);
  });
});

it('reads what was right when it was kept, though a regime of it is known no more', () => {
  const kept = { ...fresh(), regions: { regimes: ['eu', 'moon'], fallback: 'moon' } };
  expect(readSetup(kept)).toEqual({ ok: true, value: kept });
  const parsed = parseSetup(kept);
  expect(parsed.ok ? [] : parsed.problems[0]).toMatchObject({
    path: 'regions.regimes[1]',
    message: expect.stringContaining('it may have been withdrawn'),
  });
});

it('reads a purpose of the time when data of minors was an activity', () => {
  const old = fresh();
  Object.assign(old.purposes[3]!, { activities: ['sale', 'minors'] });
  const parsed = parseSetup(old);
  expect(parsed.ok && parsed.value.purposes[3]!.activities).toEqual(['sale']);
});
