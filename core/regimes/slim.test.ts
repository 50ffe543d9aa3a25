import { expect, it } from 'vitest';
import { compileRules, gpcFile, REGIMES, slimRules } from './index';

const PURPOSES = [{ id: 'stats' }, { id: 'ads', activities: ['sale'] as const }];
const compiled = (regimes: string[]) => compileRules(PURPOSES, { regimes, fallback: regimes[0]! }, '2026-11-25');

it('makes one of treatments that come to the same, and forgets whose they are', () => {
  const whole = compiled(['us-va', 'us-tx', 'us-ne', 'us-mt']);
  const slim = slimRules(whole);
  // Texas and Nebraska know the signal and no band of their own; Montana has one; Virginia does not know the signal.
  expect(slim.places['US-TX']).toBe(slim.places['US-NE']);
  expect(new Set([slim.places['US-TX'], slim.places['US-VA'], slim.places['US-MT']]).size).toBe(3);
  expect(slim.rules.length).toBeLessThan(whole.rules.length);
  expect(JSON.stringify(slim)).not.toContain('us-');
});

it('leaves out a state that is treated as its country', () => {
  const site = { regimes: ['us', 'us-ca'], fallback: 'us', rules: [{ places: ['US-NV'], treat: 'law' as const }] };
  const whole = compileRules(PURPOSES, site, '2026-11-25');
  expect(whole.places).toHaveProperty('US-NV');
  expect(Object.keys(slimRules(whole).places)).toEqual(['US-CA']);
  expect(slimRules(whole).places).not.toHaveProperty('US-NV');
});

it('is a fraction of the whole with every regime', () => {
  const whole = compiled(REGIMES.map(({ id }) => id));
  expect(JSON.stringify(slimRules(whole)).length).toBeLessThan(JSON.stringify(whole).length / 2);
});

it.each([
  ['us-ca', true],
  ['eu', true],
])('the file of a site that serves %s says that the signal is obeyed: %s', (regime, gpc) => {
  expect(JSON.parse(gpcFile(compiled([regime]), '2026-11-25'))).toEqual({ gpc, lastUpdate: '2026-11-25' });
});

it('the file says no where nothing is obeyed', () => {
  const site = { regimes: ['eu'], fallback: 'eu', rules: [{ places: ['everywhere'], treat: 'nothing' as const }] };
  const { rules } = compileRules(PURPOSES, site, '2026-11-25');
  const ignoring = { rules: rules.filter(({ gpc }) => gpc === 'ignored') };
  expect(JSON.parse(gpcFile(ignoring, '2026-11-25')).gpc).toBe(false);
});
