import { describe, expect, it } from 'vitest';
import { newSetup, rulesOf } from '../setup/index';
import {
  compileRules,
  decide,
  explain,
  grantedMeanwhile,
  isStricter,
  lineOf,
  parsePlace,
  placeCode,
  REGIMES,
  resolveRegime,
  strictest,
  traceSentence,
} from './index';
import type { Choice, Regime } from './types';

const TODAY = '2026-11-25';

const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
const rules = rulesOf(setup, TODAY);
const ids = setup.purposes.map((p) => p.id);
const all = (yes: boolean, gpc = false): Choice => ({
  purposes: Object.fromEntries(ids.map((id) => [id, yes || id === 'necessary'])),
  gpc,
});
const go = (place: string, gpc = false, choice: Choice | null = null) =>
  explain(parsePlace(place), { gpc }, choice, rules);
const grantedOf = (decision: ReturnType<typeof go>) => ids.filter((id) => decision.granted[id]);

describe('decide', () => {
  it.each([
    // place, GPC, choice, what may run, whether it is asked
    ['DE', false, null, ['necessary'], true],
    ['DE', false, all(true), ids, false],
    ['DE', false, all(false), ['necessary'], false],
    ['DE', true, null, ['necessary'], true],
    ['US-CA', false, null, ids, false],
    ['US-CA', false, all(false), ['necessary'], false],
    ['US-CA', true, null, ids.filter((id) => id !== 'advertising'), false],
    ['JP', false, null, ['necessary'], true],
    ['', false, null, ['necessary'], true],
  ] as const)('%s, GPC %s, choice %j', (place, gpc, choice, granted, ask) => {
    const decision = go(place, gpc, choice as Choice | null);
    expect(grantedOf(decision)).toEqual(granted);
    expect(decision.ask).toBe(ask);
  });

  it('lets a yes beat the signal only where it was given in sight of it', () => {
    expect(go('US-CA', true, all(true, false)).granted.advertising).toBe(false);
    expect(go('US-CA', true, all(true, true)).granted.advertising).toBe(true);
    expect(go('US-CA', true, all(true, true)).gpcObeyed).toBe(false);
  });

  it('takes the states it serves where the state is unknown, and the trace says so', () => {
    const decision = go('US');
    expect(decision.regimes).toEqual(['us-ca']);
    expect(decision.trace[0]).toEqual({ code: 'subdivision-unknown', regime: 'us-ca', place: 'US' });
    expect(go('US-NV').regimes).toEqual(['eu']);
  });

  it('lets the stricter of several regimes win where the state is unknown, and says whose it is', () => {
    const both = compileRules(
      [
        { id: 'ads', activities: ['sale'] },
        { id: 'health', activities: ['sensitive-data'] },
      ],
      { regimes: ['us-ca', 'us-co'], fallback: 'us-ca' },
      TODAY,
    );
    const decision = explain(parsePlace('US'), { gpc: false }, null, both);
    expect(decision.regimes).toEqual(['us-ca', 'us-co']);
    expect(decision.modes).toEqual({ ads: 'opt-out', health: 'opt-in' });
    expect(decision.trace).toContainEqual({ code: 'mode', purpose: 'health', mode: 'opt-in', regime: 'us-co' });
    expect(explain(parsePlace('US-CA'), { gpc: false }, null, both).modes.health).toBe('opt-out');
  });

  it('asks again about a purpose that a choice did not cover', () => {
    const { embedded: _new, ...older } = all(true).purposes;
    const decision = go('DE', false, { purposes: older });
    expect(decision.ask).toBe(true);
    expect(decision.granted).toMatchObject({ measurement: true, embedded: false });
  });

  describe('after a release with which something is asked again', () => {
    const wait = { ...rules, rules: rules.rules.map((rule) => ({ ...rule, askAgainDays: 182 })) };
    const withAnew = (anew: object, from = rules) => ({
      ...from,
      purposes: from.purposes.map((one) => (one.id === 'embedded' ? { ...one, anew } : one)),
    });
    const asked = (anew: object, choice: Choice, from?: typeof rules) => {
      const { ask, granted, trace } = explain(parsePlace('DE'), { gpc: false }, choice, withAnew(anew, from));
      return [ask, granted.embedded, trace.findLast((step) => 'purpose' in step && step.purpose === 'embedded')!.code];
    };
    const older = (yes: boolean, release = 3, ageDays = 9): Choice => ({ ...all(yes), release, ageDays });
    const without = ({ purposes: { embedded: _new, ...purposes }, ...choice }: Choice) => ({ ...choice, purposes });

    it.each([
      ['a yes from before it', { yes: 4 }, older(true), [true, false, 'anew']],
      ['a yes since', { yes: 4 }, older(true, 4), [false, true, 'choice']],
      ['a no, where only those who said yes are asked', { yes: 4 }, older(false), [false, false, 'choice']],
      ['a no from before it', { no: 4 }, older(false), [true, false, 'anew']],
      ['a yes, where only those who said no are asked', { no: 4 }, older(true), [false, true, 'choice']],
      ['a choice just made', { yes: 4, no: 4 }, all(true), [false, true, 'choice']],
      ['who said yes to the rest of a new one', {}, without(older(true)), [true, false, 'mode']],
      ['who said no to the rest of a new one', {}, without(older(false)), [true, false, 'mode']],
      [
        'who said no, where refusers are spared',
        { spares: 'refusers' },
        without(older(false)),
        [false, false, 'spared'],
      ],
      ['who said yes, where refusers are spared', { spares: 'refusers' }, without(older(true)), [true, false, 'mode']],
      ['who said yes, where everyone is', { spares: 'everyone' }, without(older(true)), [false, false, 'spared']],
      [
        'the same once the choice has lapsed',
        { spares: 'everyone' },
        without(older(true, 3, 400)),
        [true, false, 'mode'],
      ],
    ] as const)('%s', (_who, anew, choice, expected) => {
      expect(asked(anew, choice)).toEqual(expected);
    });

    it('asks nobody who said no before the law lets him be asked', () => {
      expect(asked({ no: 4 }, older(false, 3, 181), wait)).toEqual([false, false, 'choice']);
      expect(asked({ no: 4 }, older(false, 3, 182), wait)).toEqual([true, false, 'anew']);
      expect(asked({}, without(older(false, 3, 181)), wait)).toEqual([false, false, 'spared']);
      expect(asked({}, without(older(false, 3, 182)), wait)).toEqual([true, false, 'mode']);
      expect(asked({}, without(older(true, 3, 1)), wait)).toEqual([true, false, 'mode']); // he said yes to the rest
    });

    it('leaves an objection and what runs until one as they are', () => {
      const { ask, granted } = explain(parsePlace('US-CA'), { gpc: false }, older(false), withAnew({ yes: 4, no: 4 }));
      expect([ask, granted.embedded]).toEqual([false, false]);
    });
  });

  it('lets only the necessary and a standing yes run while the place is being asked for, even under a lax fallback', () => {
    const lax = rulesOf({ ...setup, regions: { ...setup.regions, fallback: 'us-ca' } }, TODAY);
    const meanwhile = (choice: Choice | null) => {
      const granted = grantedMeanwhile(explain(null, { gpc: false }, choice, lax), choice);
      return ids.filter((id) => granted[id]);
    };
    expect(explain(null, { gpc: false }, null, lax).granted.measurement).toBe(true);
    expect(meanwhile(null)).toEqual(['necessary']);
    expect(meanwhile({ purposes: { measurement: true, advertising: false } })).toEqual(['necessary', 'measurement']);
  });

  it('says every step in a sentence', () => {
    for (const place of ['DE', 'US', 'JP', '']) {
      for (const step of go(place, true, all(true)).trace) expect(traceSentence(step)).toMatch(/^\S.*\.$/);
    }
  });
});

it.each([
  ['de', 'DE'],
  ['US_ca', 'US-CA'],
  ['GB-SCT', 'GB-SCT'],
  ['XX', ''],
  ['T1', ''],
  ['Germany', ''],
  ['', ''],
])('reads the place %j as %j', (text, code) => {
  expect(placeCode(parsePlace(text))).toBe(code);
});

describe('how long a choice stands', () => {
  const aged = (place: string, yes: boolean, ageDays: number) => go(place, false, { ...all(yes), ageDays });

  it.each([
    // place, yes or no, age in days, what may run beside the necessary, whether it is asked, days to keep it
    ['DE', true, 181, true, false, 1],
    ['DE', true, 182, false, true, 0],
    ['DE', false, 181, false, false, 1],
    ['DE', false, 182, false, true, 0],
    ['US-CA', false, 364, false, false, 400],
    ['US-CA', false, 366, false, false, 400],
    ['US-CA', false, 4000, false, false, 400],
    ['US-CA', true, 4000, true, false, 400],
  ])('%s, yes %s, %s days old', (place, yes, age, runs, ask, keep) => {
    const decision = aged(place, yes, age);
    expect([decision.granted.advertising, decision.ask, decision.keepDays]).toEqual([runs, ask, keep]);
    expect(decision.granted.necessary).toBe(true);
  });

  it('keeps nothing where nothing was chosen', () => {
    expect(go('DE').keepDays).toBe(0);
  });

  it('waits as long as the longer of refusal and time to ask again', () => {
    const uk = compileRules(
      [{ id: 'a' }],
      { regimes: ['uk'], fallback: 'uk', overrides: { uk: { refusalDays: 30 } } },
      TODAY,
    );
    const ask = (ageDays: number) =>
      explain(parsePlace('GB'), { gpc: false }, { purposes: { a: false }, ageDays }, uk).ask;
    expect([ask(31), ask(181), ask(182)]).toEqual([false, false, true]);
  });

  it('says that a choice has lapsed', () => {
    const words = aged('DE', true, 200).trace.map((step) => traceSentence(step));
    expect(words).toContain('The visitor’s yes to advertising is 182 days old or older and has lapsed.');
  });
});

describe('what a site serves, compiled', () => {
  const served = (regimes: string[], on = TODAY) =>
    compileRules(
      [{ id: 'stats', activities: ['own-statistics'] }, { id: 'looks', activities: ['appearance'] }, { id: 'other' }],
      { regimes, fallback: regimes[0]! },
      on,
    );
  const modesAt = (place: string, rules: ReturnType<typeof served>) =>
    Object.values(explain(parsePlace(place), { gpc: false }, null, rules).modes);

  it('lets a national regime be laxer than the one around it, where it is served', () => {
    expect(modesAt('FR', served(['eu', 'fr']))).toEqual(['notice', 'opt-in', 'opt-in']);
    expect(modesAt('FR', served(['eu']))).toEqual(['opt-in', 'opt-in', 'opt-in']);
    expect(modesAt('DE', served(['eu', 'fr']))).toEqual(['opt-in', 'opt-in', 'opt-in']);
    expect(modesAt('GB', served(['eu', 'uk']))).toEqual(['opt-out', 'opt-out', 'opt-in']);
  });

  it('takes the strictest of the activities of one purpose', () => {
    const purposes = [{ id: 'p', activities: ['own-statistics', 'sale'] as const }];
    const rules = compileRules(purposes, { regimes: ['eu', 'fr'], fallback: 'eu' }, TODAY);
    expect(explain(parsePlace('FR'), { gpc: false }, null, rules).modes.p).toBe('opt-in');
  });

  it('leaves out what is not in force on the day', () => {
    expect(modesAt('US-CO', served(['us-co'], '2023-06-30'))).toEqual(['notice', 'notice', 'notice']);
    expect(served(['eu', 'us-co'], '2023-06-30').places['US-CO']).toBeUndefined();
    expect(served(['eu', 'us-co'], '2023-07-01').places['US-CO']).toBeDefined();
  });

  it('lets an organisation say its own, by field', () => {
    const overrides = { 'us-ca': { modes: { default: 'opt-in' as const }, yesDays: 90 } };
    const rules = compileRules([{ id: 'p' }], { regimes: ['us-ca'], fallback: 'us-ca', overrides }, TODAY);
    expect(rules.rules).toEqual([
      {
        regimes: ['us-ca'],
        modes: { p: 'opt-in' },
        gpc: 'binds',
        yesDays: 90,
        refusalDays: null,
        askAgainDays: 365,
        ages: [{ under: 13, needs: { p: 'guardian' } }],
        shows: { links: ['Your Privacy Choices'], linkIcon: true },
      },
    ]);
  });

  it('tells what a banner has to show there, of all laws that hold, and in whose wording', () => {
    const regions = { regimes: ['eu', 'it', 'us-ca'], fallback: 'eu', worded: ['it'] };
    const rules = compileRules([{ id: 'p' }], regions, TODAY);
    const showsAt = (code: string) => decide(parsePlace(code), { gpc: false }, null, rules).shows;
    expect(showsAt('IT')).toEqual({ closeRefuses: true, wording: 'it' });
    expect(showsAt('US')).toEqual({ links: ['Your Privacy Choices'], linkIcon: true });
    expect(showsAt('FR')).toBeUndefined();
  });
});

describe('a line of regimes', () => {
  it('gives each field with the regime that says it', () => {
    const fr = resolveRegime('fr');
    expect(fr.modes.default).toMatchObject({ value: 'opt-in', from: 'eu' });
    expect(fr.modes['own-statistics']).toMatchObject({ value: 'notice', from: 'fr' });
    expect([fr.childAge.value, fr.childAge.from, fr.requestDays.from]).toEqual([15, 'fr', 'eu']);
    expect(fr.duties.length).toBeGreaterThan(resolveRegime('eu').duties.length);
  });

  it('refuses a parent that is not there, a circle, and a field that nobody says', () => {
    const one = (over: Partial<Regime>) => [{ ...REGIMES[0]!, id: 'x', ...over }];
    expect(() => lineOf('x', one({ parent: 'y' }))).toThrow('there is no regime "y"');
    expect(() => lineOf('x', one({ parent: 'x' }))).toThrow('"x" is its own parent');
    expect(() => resolveRegime('x', undefined, one({ gpc: undefined, modes: {} }))).toThrow(
      'does not say gpc, modes.default',
    );
  });
});

it.each([
  ['mode', 'opt-in', 'opt-out'],
  ['gpc', 'binds', 'refuses'],
  ['yesDays', 30, 182],
  ['yesDays', 182, null],
  ['refusalDays', null, 182],
  ['askAgainDays', 365, null],
] as const)('%s: %s is stricter than %s', (field, a, b) => {
  expect(isStricter(field, a as never, b as never)).toBe(true);
  expect(isStricter(field, b as never, a as never)).toBe(false);
  expect(strictest(field, [b, a] as never[])).toBe(a);
});

it('holds regimes that are whole: every field said, each with source and articles', () => {
  expect(new Set(REGIMES.map(({ id }) => id)).size).toBe(REGIMES.length);
  expect(REGIMES.find((regime) => regime.id === 'eu')?.territory).toHaveLength(37);
  for (const { id } of REGIMES) {
    const regime = resolveRegime(id);
    if (id === 'world') continue; // where there is no law, there is no article
    expect(regime.sources.length).toBeGreaterThan(0);
    expect(regime.inForce.from).toMatch(/^\d{4}-\d\d-\d\d$/);
    for (const code of regime.territory) expect(placeCode(parsePlace(code))).toBe(code);
    for (const { source } of regime.duties) expect(source, id).toMatch(/\d|ICO|DSK|FTC|OPC/);
    for (const { source } of Object.values(regime.modes)) expect(source, id).toMatch(/\d/);
  }
});
