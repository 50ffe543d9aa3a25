import { describe, expect, it } from 'vitest';
import { compileRules, coverageOf, explain, parsePlace, type SiteRule, traceSentence } from './index';

const TODAY = '2026-11-25';
const PURPOSES = [
  { id: 'necessary', necessary: true },
  { id: 'stats' },
  { id: 'ads', activities: ['sale', 'sharing', 'targeted-advertising'] as const },
];
const rulesOf = (rules: SiteRule[], regimes = ['eu', 'us-ca'], fallback = 'eu') =>
  compileRules(PURPOSES, { regimes, fallback, rules }, TODAY);
const at = (place: string, rules: SiteRule[], ...more: [regimes?: string[], fallback?: string]) => {
  const { modes, regimes, trace, ask } = explain(parsePlace(place), { gpc: false }, null, rulesOf(rules, ...more));
  return { asked: `${modes.stats} ${modes.ads}`, regimes, ask, why: trace.map((step) => traceSentence(step))[0] };
};

describe('rules of a site', () => {
  it('take the place of the law where they cover it, the first before the next', () => {
    const rules: SiteRule[] = [
      { places: ['US-CA'], treat: 'regime', regime: 'eu' },
      { places: ['US'], treat: 'law' },
    ];
    expect(at('US-CA', rules)).toMatchObject({ asked: 'opt-in opt-in', regimes: ['eu'] });
    expect(at('US-TX', rules)).toMatchObject({ asked: 'notice opt-out', regimes: ['us-tx'] });
    expect(at('US-NV', rules)).toMatchObject({ asked: 'notice notice', regimes: ['us'] });
    expect(at('DE', rules)).toMatchObject({ asked: 'opt-in opt-in', regimes: ['eu'] });
    expect(at('US-CA', rules.toReversed())).toMatchObject({ asked: 'notice opt-out', regimes: ['us-ca'] });
  });

  it('reach every state where the country is named, and take the strictest where the state is unknown', () => {
    const rules: SiteRule[] = [
      { places: ['US-TX'], treat: 'regime', regime: 'eu' },
      { places: ['US'], treat: 'nothing', reason: 'x' },
    ];
    expect(at('US-CA', rules)).toMatchObject({ asked: 'none none', regimes: [], ask: false });
    expect(at('US', rules).asked).toBe('opt-in opt-in');
  });

  it('that reach only a part of a country leave the rest of it to the fallback, which counts where the state is unknown', () => {
    const rules: SiteRule[] = [{ places: ['IN-KA'], treat: 'nothing', reason: 'x' }];
    expect(at('IN-KA', rules).asked).toBe('none none');
    expect(at('IN', rules)).toMatchObject({ asked: 'opt-in opt-in', regimes: ['eu'] });
  });

  it('reach groups, and what no law covers', () => {
    const rules: SiteRule[] = [
      { places: ['eea'], treat: 'law' },
      { places: ['us-states-with-law'], treat: 'stricter', regime: 'eu' },
      { places: ['no-law'], treat: 'nothing' },
    ];
    expect(at('FR', rules).regimes).toEqual(['fr']);
    expect(at('US-CO', rules)).toMatchObject({ asked: 'opt-in opt-in', regimes: ['us-co', 'eu'] });
    expect(at('ZM', rules)).toMatchObject({
      asked: 'none none',
      why: 'Rule 3 of the site asks visitors from ZM nothing.',
    });
    // Brazil has a law, is not served, and no rule reaches it.
    expect(at('BR', rules)).toMatchObject({
      why: 'No regime of this site covers BR, so the fallback applies: European Economic Area.',
    });
    expect(at('', rules).regimes).toEqual(['eu']);
  });

  it('treat everywhere by the law of the place, which is nobody’s where there is none', () => {
    const rules: SiteRule[] = [{ places: ['everywhere'], treat: 'law' }];
    expect(at('BR', rules).regimes).toEqual(['br']);
    expect(at('ZM', rules)).toMatchObject({ regimes: ['world'], asked: 'notice notice' });
  });

  it('bring values of the organisation’s own', () => {
    const table = rulesOf([{ places: ['BR'], treat: 'law', yesDays: 90, modes: { default: 'opt-in' } }]);
    const choice = { purposes: { stats: true, ads: true }, ageDays: 91 };
    expect(explain(parsePlace('BR'), { gpc: false }, choice, table)).toMatchObject({
      ask: true,
      granted: { stats: false },
    });
  });

  it('leave out a regime that is known no more, and stand in for it as a fallback', () => {
    expect(at('DE', [], ['withdrawn', 'eu'], 'withdrawn').regimes).toEqual(['eu']);
    expect(at('ZM', [], ['withdrawn'], 'withdrawn').regimes).toEqual(['eu']);
  });
});

describe('what rules cover', () => {
  const PLACES = ['DE', 'FR', 'US-CA', 'US-TX', 'US-NV', 'US', 'BR', 'ZM'];
  const counted = (rules: SiteRule[]) =>
    coverageOf(PURPOSES, { regimes: ['eu', 'us-ca'], fallback: 'eu', rules }, TODAY, PLACES);

  it('is counted, with what is left', () => {
    const { rules, served, left } = counted([{ places: ['US-TX', 'US-NV'], treat: 'law' }]);
    expect(rules).toEqual([{ takes: ['US-TX', 'US-NV'], lost: [] }]);
    expect(served).toEqual(['DE', 'FR', 'US-CA', 'US']);
    expect(left).toEqual(['BR', 'ZM']);
  });

  it('tells of a rule that never matches, and which one takes its places', () => {
    const { rules } = counted([
      { places: ['US'], treat: 'law' },
      { places: ['BR'], treat: 'law' },
      { places: ['US-CA', 'BR'], treat: 'regime', regime: 'eu' },
    ]);
    expect(rules[2]).toEqual({
      takes: [],
      lost: [
        { place: 'US-CA', to: 1 },
        { place: 'BR', to: 2 },
      ],
    });
  });

  it('tells where less is asked than the law does, also for children and for the signal', () => {
    const { laxer } = counted([
      { places: ['US-CA'], treat: 'regime', regime: 'eu' },
      { places: ['DE'], treat: 'regime', regime: 'us-ca' },
      { places: ['ZM'], treat: 'nothing' },
    ]);
    const fields = (place: string) => laxer.find((one) => one.place === place);
    // The EU asks beforehand, but neither binds the signal nor waits a year to ask again.
    expect(fields('US-CA')).toEqual({ place: 'US-CA', rule: 1, fields: ['gpc', 'askAgainDays'] });
    expect(fields('DE')).toEqual({
      place: 'DE',
      rule: 2,
      fields: [{ mode: 'stats' }, { mode: 'ads' }, 'ages', 'yesDays'],
    });
    expect(fields('ZM')).toBeUndefined();
  });
});

describe('the age of a visitor', () => {
  const ads = (place: string, age: number, more: { guardian?: boolean; yes?: boolean } = {}) => {
    const choice = more.yes === undefined ? null : { purposes: { stats: more.yes, ads: more.yes } };
    const signals = { gpc: false, age, ...(more.guardian && { guardian: true }) };
    const all = ['eu', 'us-ca', 'us-ct', 'us-md', 'in'];
    const { granted, ask, barred, trace } = explain(parsePlace(place), signals, choice, rulesOf([], all));
    const why = trace.flatMap((step) => (step.code === 'age' && step.purpose === 'ads' ? [traceSentence(step)] : []));
    return { runs: granted.ads, ask, barred, why: why[0] };
  };

  it.each([
    // place, age, what runs before a choice, is asked, what is kept off
    ['US-CA', 30, true, false, []],
    ['US-CA', 15, false, true, []],
    ['US-CA', 12, false, false, ['ads']],
    ['US-CT', 15, false, true, []],
    ['US-CT', 16, true, false, []],
    ['US-MD', 17, false, false, ['ads']],
    ['US-MD', 18, true, false, []],
    ['DE', 15, false, false, ['stats', 'ads']],
    ['DE', 16, false, true, []],
  ])('%s, %s years: runs %s, asked %s, kept off %j', (place, age, runs, ask, barred) => {
    expect(ads(place, age)).toMatchObject({ runs, ask, barred });
  });

  it('lets a child’s own yes count where the law takes it, and a guardian’s where it wants one', () => {
    expect(ads('US-CA', 15, { yes: true }).runs).toBe(true);
    expect(ads('US-CA', 12, { yes: true }).runs).toBe(false);
    expect(ads('US-CA', 12, { guardian: true })).toMatchObject({ runs: false, ask: true });
    expect(ads('US-CA', 12, { guardian: true, yes: true })).toMatchObject({
      runs: true,
      why: 'Under 13, ads needs the yes of a parent or guardian, who has agreed.',
    });
    expect(ads('US-MD', 15, { guardian: true, yes: true })).toMatchObject({
      runs: false,
      why: 'Under 18, ads is forbidden, whatever is chosen.',
    });
  });

  it('takes the stricter of two bands where several laws hold at once', () => {
    // The state is unknown: Maryland forbids, Connecticut and California would take a yes.
    expect(ads('US', 15, { guardian: true, yes: true })).toMatchObject({ runs: false, barred: ['ads'] });
  });
});
