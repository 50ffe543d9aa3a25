import { describe, expect, it } from 'vitest';
import { newSetup, type Setup } from '../../setup/index';
import { LINT_RULES, lint, type Measured, type MeasuredAct } from '../index';

const TODAY = '2026-11-26';
type Service = Setup['services'][number];

/** A site in order, asked about in the Union and California; `change` puts something wrong. */
function site(change: (setup: Setup) => unknown = () => {}): Setup {
  const setup = newSetup({ key: 's', name: 'S', address: 'http://s.localhost' }, 'http://localhost/g/s');
  setup.banner.policyUrl = 'https://s.example/cookies';
  setup.banner.languages = ['en'];
  setup.banner.read = { en: TODAY };
  setup.regions.regimes = ['eu', 'us-ca'];
  setup.regions.fallback = 'eu';
  change(setup);
  return setup;
}
const service = (change: Partial<Service>): Service => ({
  ...{ id: 'oddgull', name: 'Oddgull', purpose: 'measurement', hosts: ['oddgull.test'], items: [] },
  ...{ provider: 'Oddgull Ltd', country: 'IE' },
  ...change,
});

const act = (name: string, x: number, change: Partial<MeasuredAct> = {}): MeasuredAct => ({
  ...{ act: name, words: name, box: { x, y: 700, width: 120, height: 44 }, visible: true, scrolledTo: false },
  ...{ contrast: 10, edge: 9, surface: 9, fontSize: 15, fontWeight: 600, focusShown: true, overflows: false },
  ...change,
});
type Layer = Measured['layers'][number];

/** A banner as a browser drew it in Ireland, all in order but for what is changed of its first layer. */
function drawnAs(change: Partial<Layer> = {}, of: Partial<Measured> = {}): Measured {
  const first: Layer = {
    ...{ layer: 'first', sheet: { x: 0, y: 560, width: 390, height: 200 }, modal: false, ticks: [], faint: [] },
    acts: [act('refuse', 0), act('choose', 130), act('accept', 260)],
    ...{ smallest: 13, titleSeen: true, bodySeen: true, policySeen: true, cutOff: false, moves: false },
    ...change,
  };
  return {
    ...{ place: '', language: 'en', device: 'phone', window: { width: 390, height: 844 }, layers: [first] },
    ...of,
  };
}
const acts = (change: Record<string, Partial<MeasuredAct> | null>): MeasuredAct[] =>
  drawnAs().layers[0]!.acts.flatMap((one) => (change[one.act] === null ? [] : [{ ...one, ...change[one.act] }]));
const own = (texts: Setup['banner']['texts'][string]) => (s: Setup) =>
  Object.assign(s.banner, { texts: { en: texts } });

/** What each rule has to find: in a setup, or in a banner as it was drawn. */
const BY_SETUP: Record<string, (setup: Setup) => unknown> = {
  'accept-and-refuse-alike': own({ accept: 'Accept', refuse: 'Refuse all of these many things for now' }),
  'accept-says-yes': own({ accept: 'Continue' }),
  'asked-again-too-soon': (s) => {
    s.regions.regimes = ['eu', 'it'];
    s.regions.overrides = { it: { askAgainDays: 1 } };
  },
  'asks-for-what-is-not-there': (s) => s.services.push(service({ purpose: 'measurement' })),
  'asks-less-than-law': (s) => {
    s.regions.overrides = { eu: { modes: { measurement: 'free' } } } as typeof s.regions.overrides;
  },
  'body-says-what-for': own({ body: 'May we? You can change it later.' }),
  'button-in-sight': (s) => Object.assign(s.banner.button, { offset: { x: 16, y: 400 } }),
  'change-told': own({ body: `We and others would like to keep things on your device. ${'So it is. '.repeat(5)}` }),
  'contrast-of-colours': (s) => Object.assign(s.banner.face.light, { ink: s.banner.face.light.sheet }),
  'hidden-characters': own({ accept: 'Accept\u202e all' }),
  'language-of-the-place': (s) => Object.assign(s.regions, { regimes: ['eu', 'fr'] }),
  'lifetimes-told': (s) => s.services.push(service({ items: [{ kind: 'cookie', name: 'og_id' }] })),
  'link-by-its-name': (s) => Object.assign(s.banner.button, { shown: false }),
  'logo-named': (s) =>
    Object.assign(s.banner.face, { logo: { data: 'data:image/png;base64,AA', width: 9, height: 9, alt: '' } }),
  'new-recipients-asked-for': (s) => {
    s.banner.asking = { ...s.banner.asking, again: { service: 'nobody' } };
  },
  'no-empty-phrase': own({ title: 'We value your privacy' }),
  'no-nudging': own({ body: `For the best experience accept all. You can change it later. ${'So it is. '.repeat(5)}` }),
  'no-shaming': own({ refuse: 'No, I do not care about quality' }),
  'no-silent-yes': own({
    body: `By continuing to use this site you agree. You can change it later. ${'So it is. '.repeat(5)}`,
  }),
  'no-threat': own({
    body: `You must accept to use this site. You can change it later. ${'So it is. '.repeat(5)}`,
  }),
  'one-purpose-for-unlike': (s) => Object.assign(s.purposes[2]!, { activities: ['own-statistics', 'sale'] }),
  'own-css-is-sound': (s) => Object.assign(s.banner.face, { css: '.act { colour: red }' }),
  'own-words-translated': (s) => {
    s.banner.languages = ['en', 'de'];
    own({ title: 'One question' })(s);
  },
  'policy-named': (s) => Object.assign(s.banner, { policyUrl: undefined }),
  'purposes-translated': (s) => {
    s.banner.languages = ['en', 'de'];
    Object.assign(s.purposes[1]!, { name: 'Comfort', text: 'To be comfortable here.' });
  },
  'recipients-named': (s) => s.services.push(service({ provider: undefined })),
  'refusal-kept-as-long': (s) => {
    s.regions.overrides = { eu: { yesDays: 300, refusalDays: 30 } };
  },
  'refuse-says-no': own({ refuse: 'Later' }),
  'sale-as-necessary': (s) => Object.assign(s.purposes[0]!, { activities: ['sale'] }),
  'signal-named': own({ gpcObeyed: 'We did as your browser asked.' }),
  'texts-read': (s) => Object.assign(s.banner, { read: {} }),
  'third-countries-told': (s) => s.services.push(service({ country: undefined })),
  'way-back': (s) => Object.assign(s.banner.button, { phone: false }),
  'yes-kept-too-long': (s) => {
    s.regions.regimes = ['eu', 'it'];
    s.regions.overrides = { it: { yesDays: 4000 } };
  },
};
const BY_DRAWING: Record<string, [layer: Partial<Layer>, setup?: (setup: Setup) => unknown]> = {
  'button-told-apart': [{ acts: acts({ accept: { edge: 1.2 } }) }],
  'choose-by-purpose': [{ acts: acts({ choose: null }) }],
  'close-control-refuses': [
    {},
    (s) => Object.assign(s, { regions: { ...s.regions, regimes: ['eu', 'it'], fallback: 'it' } }),
  ],
  'contrast-of-words': [{ faint: [{ words: 'Cookie policy', contrast: 2.1, needs: 4.5 }] }],
  'covers-the-page': [{ sheet: { x: 0, y: 20, width: 390, height: 800 } }],
  'first-layer-fits-phone': [{ acts: acts({ refuse: { scrolledTo: true }, accept: { scrolledTo: true } }) }],
  'focus-order': [{ acts: [act('refuse', 260), act('choose', 130), act('accept', 0)] }],
  'focus-visible': [{ acts: acts({ choose: { focusShown: false } }) }],
  'information-seen': [{ bodySeen: false }],
  'no-motion': [{ moves: true }],
  'no-wall': [{ modal: true, acts: acts({ refuse: null }) }],
  'nothing-ticked': [{ ticks: [{ purpose: 'measurement', ticked: true, fixed: false }] }],
  'policy-seen': [{ policySeen: false }],
  'refuse-as-plain': [{ acts: acts({ refuse: { surface: 1 } }) }],
  'refuse-first-layer': [{ acts: acts({ refuse: { visible: false } }) }],
  'refuse-not-scrolled-to': [{ acts: acts({ refuse: { scrolledTo: true } }) }],
  'target-size': [{ acts: acts({ choose: { box: { x: 130, y: 700, width: 120, height: 20 } } }) }],
  'type-size': [{ smallest: 9 }],
  'words-fit': [{ acts: acts({ accept: { overflows: true } }) }],
};

const findings = (setup: Setup, drawing: Partial<Layer> = {}) => lint(setup, TODAY, [drawnAs(drawing)]);
const found = (id: string, setup: Setup, drawing?: Partial<Layer>) =>
  findings(setup, drawing).filter(({ rule }) => rule === id);

it('finds nothing in a site in order, however it was drawn', () => {
  expect(findings(site()).map(({ rule, what }) => `${rule}: ${what}`)).toEqual([]);
  expect(lint(site(), TODAY, [drawnAs({}, { device: 'desktop' })])).toEqual([]);
});

it('has a case of every rule', () => {
  const cases = [...Object.keys(BY_SETUP), ...Object.keys(BY_DRAWING)];
  expect(cases.sort()).toEqual(LINT_RULES.map(({ id }) => id).sort());
});

describe.each(Object.entries(BY_SETUP))('%s', (id, change) => {
  const told = found(id, site(change));

  it('is found where it is so, with the law or criterion', () => {
    expect(told.length).toBeGreaterThan(0);
    for (const { what, article } of told) expect([what.length > 10, article.length > 3]).toEqual([true, true]);
  });

  it('is mended at one press, and nothing else is broken by it', () => {
    for (const { mend } of told) {
      if (!mend) continue;
      const mended = mend.change(site(change));
      expect(found(id, mended).length).toBeLessThan(told.length);
      const before = findings(site(change)).map(({ rule }) => rule);
      expect(findings(mended).filter(({ rule }) => !before.includes(rule))).toEqual([]);
    }
  });
});

describe.each(Object.entries(BY_DRAWING))('%s', (id, [drawing, change]) => {
  it('is found where it was drawn so, and not where nothing was drawn', () => {
    expect(found(id, site(change), drawing)).not.toEqual([]);
    expect(lint(site(change), TODAY).filter(({ rule }) => rule === id)).toEqual([]);
  });
});
