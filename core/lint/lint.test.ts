import { describe, expect, it } from 'vitest';
import { newSetup, type Setup } from '../setup/index';
import { directLanguage } from './direct-language';
import { breachesOf, drawnCases, lint, type MeasuredAct } from './index';
import { inspect, lawOf } from './inspect';
import { weakness } from './weakness';
import { listsFor } from './wording/index';
import { LISTS } from './wording/lists';

const TODAY = '2026-11-26';
function site(change: (setup: Setup) => void = () => {}): Setup {
  const setup = newSetup({ key: 's', name: 'S', address: 'http://s.localhost' }, 'http://localhost/g/s');
  setup.banner.policyUrl = 'https://s.example/cookies';
  setup.banner.read = { en: TODAY, de: TODAY };
  change(setup);
  return setup;
}
const rulesOf = (setup: Setup) => lint(setup, TODAY).map(({ rule }) => rule);

const ACT: MeasuredAct = {
  act: 'accept',
  words: 'Accept',
  box: { x: 0, y: 0, width: 200, height: 44 },
  visible: true,
  scrolledTo: false,
  contrast: 10,
  edge: 9,
  surface: 9,
  fontSize: 15,
  fontWeight: 600,
  focusShown: true,
  overflows: false,
};

describe('a button beside another', () => {
  const beside = (change: Partial<MeasuredAct>) => weakness({ ...ACT, ...change }, ACT);

  it.each<[string, Partial<MeasuredAct>]>([
    ['smaller', { box: { ...ACT.box, width: 150 } }],
    ['in smaller type', { fontSize: 13 }],
    ['in lighter type', { fontWeight: 400 }],
    ['fainter', { contrast: 4.6 }],
    ['drawn lighter', { surface: 1 }],
    ['told from the sheet less well', { edge: 3 }],
    ['far below', { box: { ...ACT.box, y: 200 } }],
  ])('is %s', (how, change) => {
    expect(beside(change).map((one) => one.split(' than')[0]!.replace(' accepting', ''))).toContain(how);
  });

  it.each<[string, Partial<MeasuredAct>]>([
    ['the same', {}],
    ['of a longer word', { box: { ...ACT.box, width: 240 } }],
    ['of another colour as strong', { surface: 6.5, edge: 6.5, contrast: 8 }],
    ['one below the other on a phone', { box: { ...ACT.box, y: 104 } }],
    ['heavier', { fontWeight: 800, surface: 15, edge: 15 }],
  ])('%s is not weaker', (_how, change) => {
    expect(beside(change)).toEqual([]);
  });
});

describe('where a rule stands', () => {
  const regionOf = (place: string, regimes: string[]) => {
    const setup = site((s) => Object.assign(s.regions, { regimes, fallback: regimes[0]! }));
    return inspect(setup, TODAY).regions.find(({ places }) => places.includes(place))!;
  };

  it.each([
    ['IT', ['eu', 'it'], 'close-refuses', 'Garante'],
    ['DE', ['eu', 'de'], 'refuse-first', 'DSK'],
    ['FR', ['eu'], 'withdraw', 'GDPR art. 7(3)'],
    ['US-CA', ['us-ca'], 'link', '§ 7015'],
  ] as const)('in %s by %j: %s is %s', (place, regimes, topic, article) => {
    expect(lawOf(regionOf(place, [...regimes]), topic)?.article).toContain(article);
  });

  it('is the law’s own notion of a yes where it spells nothing out, and nowhere where no yes is asked', () => {
    expect(lawOf(regionOf('TR', ['tr']), 'refuse-first')).toMatchObject({ regimes: ['tr'] });
    expect(lawOf(regionOf('US-CA', ['us-ca']), 'refuse-first')).toBeNull();
  });
});

describe('the visitors that a banner is drawn for', () => {
  it('are one of each kind that sees something else, on two devices, in each language', () => {
    const setup = site((s) => Object.assign(s.regions, { regimes: ['eu', 'de', 'it', 'us-ca'] }));
    const cases = drawnCases(setup, TODAY, ['en', 'de']);
    // Germany sees what the rest of the Union sees; Italy has its cross.
    expect(new Set(cases.map(({ place }) => place)).size).toBe(3);
    expect(cases).toHaveLength(3 * 2 * 2);
    expect(cases.find(({ place }) => place === 'IT')?.decision.shows).toEqual({ closeRefuses: true });
  });
});

describe('what a setup alone tells', () => {
  it('is nothing of a site in order', () => {
    expect(rulesOf(site())).toEqual([]);
  });

  it.each<[string, (setup: Setup) => void, string]>([
    ['no policy', (s) => Object.assign(s.banner, { policyUrl: undefined }), 'policy-named'],
    [
      'a text that nobody translated',
      (s) => Object.assign(s.banner.texts, { en: { title: 'X' } }),
      'own-words-translated',
    ],
    ['a language that nobody has read', (s) => Object.assign(s.banner, { read: { en: TODAY } }), 'texts-read'],
    [
      'a purpose that is named in one language',
      (s) => Object.assign(s.purposes[1]!, { name: 'Comfort', text: 'To be comfortable here.' }),
      'purposes-translated',
    ],
    [
      'a country whose language is not spoken',
      (s) => Object.assign(s.regions, { regimes: ['eu', 'fr'] }),
      'language-of-the-place',
    ],
    [
      'a refusal of many words',
      (s) =>
        Object.assign(s.banner.texts, {
          en: { refuse: 'No, please refuse all of these things for me today', accept: 'Yes' },
        }),
      'accept-and-refuse-alike',
    ],
    [
      'an empty phrase',
      (s) => Object.assign(s.banner.texts, { en: { title: 'We value your privacy' } }),
      'no-empty-phrase',
    ],
  ])('%s', (_what, change, rule) => {
    expect(rulesOf(site(change))).toContain(rule);
  });

  it('goes for the wording of one law as for that of all, and names it alone', () => {
    const setup = site((s) => {
      s.banner.wording = { 'us-ca': { en: { panelTitle: 'Fine' } }, eu: { en: { accept: 'OK' } } };
    });
    const found = lint(setup, TODAY).filter(({ rule }) => rule === 'accept-says-yes');
    expect(found.map(({ regimes }) => regimes)).toEqual([['eu']]);
    expect(rulesOf(found[0]!.mend!.change(setup))).not.toContain('accept-says-yes');
  });

  it('keeps of a breach what it was and where it stands', () => {
    const setup = site((s) => Object.assign(s.banner, { policyUrl: undefined }));
    expect(breachesOf(setup, TODAY)).toEqual([
      {
        rule: 'policy-named',
        what: expect.stringContaining('cookie policy'),
        article: expect.stringContaining('GDPR'),
      },
    ]);
  });
});

describe.each(Object.keys(LISTS))('the lists for %s', (tag) => {
  const lists = listsFor(tag)!;

  it('find nothing wrong with the texts that ship', async () => {
    const { shippedTexts } = await import('../texts/index');
    const texts = shippedTexts(tag)!;
    const low = (key: 'title' | 'body' | 'accept' | 'refuse' | 'refuseOne' | 'acceptOne') => texts[key].toLowerCase();
    for (const key of ['title', 'body'] as const)
      for (const list of [lists.nudges, lists.shames, lists.forces, lists.presumes, lists.empty])
        expect(low(key)).not.toMatch(list);
    expect([low('refuse'), low('refuseOne')].every((words) => lists.refuses.test(words))).toBe(true);
    expect([low('accept'), low('acceptOne')].every((words) => lists.accepts.test(words))).toBe(true);
    expect(low('body')).toMatch(lists.changeable);
  });
});

it.each([
  [['FR'], 'fr'],
  [['JP'], 'ja'],
  [['FR', 'RE'], 'fr'],
  [['DE', 'AT'], 'de'],
  [['DE', 'FR'], null],
  [['CA-QC'], null],
  [[], null],
])('the language of %j is %j', (territory, language) => {
  expect(directLanguage(territory)).toBe(language);
});
