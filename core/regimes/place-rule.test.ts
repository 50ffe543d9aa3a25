import { describe, expect, it } from 'vitest';
import { joined, ruleOf } from './place-rule';
import type { PlaceRule } from './types';

const PURPOSES = [
  { id: 'necessary', necessary: true },
  { id: 'stats' },
  { id: 'ads', activities: ['sale', 'targeted-advertising'] as const },
  { id: 'health', activities: ['sensitive-data'] as const },
];
const TODAY = '2026-11-25';
const rule = (id: string, override = {}) => ruleOf(id, PURPOSES, override, TODAY);

describe('ages in a rule', () => {
  it.each<[string, PlaceRule['ages']]>([
    // A yes below the age is a guardian's to give, whatever it is for (GDPR art. 8).
    ['de', [{ under: 16, needs: { stats: 'guardian', ads: 'guardian', health: 'guardian' } }]],
    // Sale only, in two bands (Civil Code 1798.120(c)); sensitive data may be objected to and waits for nobody.
    [
      'us-ca',
      [
        { under: 13, needs: { ads: 'guardian' } },
        { under: 16, needs: { ads: 'own-yes' } },
      ],
    ],
    // Forbidden outranks the guardian that sensitive data wants of those under 13.
    [
      'us-md',
      [
        { under: 13, needs: { ads: 'forbidden', health: 'guardian' } },
        { under: 18, needs: { ads: 'forbidden' } },
      ],
    ],
    // Its law says nothing of children; nobody below the age that is taken to be safe is sold or targeted all the same.
    ['nz', [{ under: 16, needs: { ads: 'guardian' } }]],
  ])('%s', (id, ages) => {
    expect(rule(id).ages).toEqual(ages);
  });

  it('follow what the organisation asks: who is asked for a yes may be too young to give it', () => {
    expect(rule('us-ca').ages?.[0]?.needs.stats).toBeUndefined();
    expect(rule('us-ca', { modes: { default: 'opt-in' } }).ages?.[0]?.needs.stats).toBe('guardian');
    expect(rule('de', { modes: { default: 'notice' } }).ages?.[0]?.needs.stats).toBeUndefined();
  });
});

describe('rules that hold at once', () => {
  it('come to the stricter of each field, and remember whose a treatment is', () => {
    const both = joined([rule('us-ca'), rule('de')]);
    expect(both).toMatchObject({
      regimes: ['us-ca', 'de'],
      modes: { necessary: 'none', stats: 'opt-in', ads: 'opt-in', health: 'opt-in' },
      gpc: 'binds',
      yesDays: 182,
      refusalDays: null,
      askAgainDays: 365,
      from: { stats: 'de', ads: 'de', health: 'de' },
    });
    expect(both.ages).toEqual(rule('de').ages);
  });

  it('cut ages where either cuts them', () => {
    expect(joined([rule('us-ca'), rule('us-md')]).ages).toEqual([
      { under: 13, needs: { ads: 'forbidden', health: 'guardian' } },
      { under: 18, needs: { ads: 'forbidden' } },
    ]);
    expect(joined([rule('us-ct'), rule('us-de')]).ages?.map(({ under, needs }) => [under, needs.ads])).toEqual([
      [13, 'guardian'],
      [18, 'own-yes'],
    ]);
  });

  it('are one as it is, where there is only one', () => {
    const one = rule('br');
    expect(joined([one])).toBe(one);
  });

  it('name of a line only the innermost', () => {
    expect(joined([rule('us'), rule('us-tx')]).regimes).toEqual(['us-tx']);
  });
});
