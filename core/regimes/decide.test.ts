import { describe, expect, it } from 'vitest';
import { newSetup, rulesOf } from '../setup/index';
import { decide, grantedMeanwhile, parsePlace, placeCode, REGIMES, traceSentence } from './index';
import type { Choice } from './types';

const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
const rules = rulesOf(setup);
const ids = setup.purposes.map((p) => p.id);
const all = (yes: boolean, gpc = false): Choice => ({
  purposes: Object.fromEntries(ids.map((id) => [id, yes || id === 'necessary'])),
  gpc,
});
const go = (place: string, gpc = false, choice: Choice | null = null) =>
  decide(parsePlace(place), { gpc }, choice, rules);
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

  it('lets the stricter of several regimes win, field by field', () => {
    const both = { ...rules, regimes: rules.regimes.map((regime) => ({ ...regime, territory: ['FR'] })) };
    const decision = decide(parsePlace('FR'), { gpc: false }, null, both);
    expect(decision.modes.measurement).toBe('ask');
    expect(decision.choiceDays).toBe(182);
    expect(decision.trace).toContainEqual({ code: 'mode', purpose: 'measurement', mode: 'ask', regime: 'eu' });
  });

  it('asks again about a purpose that a choice did not cover', () => {
    const { embedded: _new, ...older } = all(true).purposes;
    const decision = go('DE', false, { purposes: older });
    expect(decision.ask).toBe(true);
    expect(decision.granted).toMatchObject({ measurement: true, embedded: false });
  });

  it('lets only the necessary and a standing yes run while the place is being asked for, even under a lax fallback', () => {
    const lax = { ...rules, fallback: 'us-ca' };
    const meanwhile = (choice: Choice | null) => {
      const granted = grantedMeanwhile(decide(null, { gpc: false }, choice, lax), choice);
      return ids.filter((id) => granted[id]);
    };
    expect(decide(null, { gpc: false }, null, lax).granted.measurement).toBe(true);
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

it('holds regimes that are whole: no territory twice, each with source and articles', () => {
  const territories = REGIMES.flatMap((regime) => regime.territory);
  expect(new Set(territories).size).toBe(territories.length);
  expect(REGIMES.find((regime) => regime.id === 'eu')?.territory).toHaveLength(30);
  for (const regime of REGIMES) {
    expect(regime.sources.length).toBeGreaterThan(0);
    for (const code of regime.territory) expect(placeCode(parsePlace(code))).toBe(code);
    for (const { source } of regime.bannerDuties) expect(source).toMatch(/\d/);
  }
});
