import { describe, expect, it } from 'vitest';
import { dayProblem, parsePlace, type TriedSite, type TriedVisitor, visitorOutcome } from './index';

const PURPOSES = [
  { id: 'necessary', name: 'Necessary', necessary: true },
  { id: 'stats', name: 'Statistics' },
  { id: 'ads', name: 'Advertising', activities: ['sale', 'sharing', 'targeted-advertising'] as const },
];
const REGIONS = {
  regimes: ['eu', 'us-ca', 'us-ct', 'us-md'],
  fallback: 'eu',
  overrides: {
    eu: { yesDays: 400 },
    'us-md': { modes: { default: 'opt-in' as const }, reason: 'agreed with the works council' },
  },
  rules: [{ places: ['BR'], treat: 'stricter', regime: 'eu', reason: 'one banner for both' }],
} satisfies TriedSite['regions'];
const meets = (place: string, visitor: Partial<TriedVisitor> = {}) =>
  visitorOutcome(
    { purposes: PURPOSES, regions: REGIONS },
    { place: parsePlace(place), signals: { gpc: false }, choice: null, on: '2026-11-25', ...visitor },
  );
const said = (place: string, visitor?: Partial<TriedVisitor>) =>
  meets(place, visitor).trace.map(({ text, article }) => `${text} [${article ?? ''}]`);

describe('what a visitor meets', () => {
  it('is told with the article of each step', () => {
    expect(said('US-CA', { signals: { gpc: true } })).toEqual([
      'US-CA is in the territory of California. [CCPA as changed by the CPRA, Civil Code 1798.120, .121, .135]',
      'Necessary needs no yes. []',
      'Statistics may run with a notice (California). [Civil Code 1798.100(a)]',
      'Advertising may run until the visitor objects (California). [Civil Code 1798.120]',
      'Global Privacy Control objects to Advertising; it is held. [CCPA regulations § 7025]',
    ]);
  });

  it('tells what is off because somebody objected, and what only waits', () => {
    const refused = { purposes: { stats: false, ads: false } };
    expect(meets('US-CA', { choice: refused }).objected).toEqual({ necessary: false, stats: true, ads: true });
    expect(meets('US-CA', { signals: { gpc: true } }).objected).toMatchObject({ stats: false, ads: true });
    expect(meets('BR', { choice: refused }).objected).toMatchObject({ stats: false, ads: false });
  });

  it('names the organisation’s own reason where a value is its own, or a rule', () => {
    expect(said('US-MD')).toContain(
      'Statistics waits for a yes (Maryland). [the organisation’s own value: agreed with the works council]',
    );
    expect(said('BR')[0]).toBe(
      'Rule 1 of the site treats visitors from BR by the law of Brazil and European Economic Area. [one banner for both]',
    );
  });

  it('keeps what the law says of a purpose and what the age makes of it apart', () => {
    const ofAds = said('US-CT', { signals: { gpc: false, age: 14 } }).filter((line) => line.includes('Advertising'));
    expect(ofAds).toEqual([
      'Advertising may run until the visitor objects (Connecticut). [Conn. Gen. Stat. 42-518(a)(5)]',
      'Under 16, Advertising waits for the child’s own yes. [Conn. Gen. Stat. 42-520(a)(7)]',
    ]);
  });

  it('gives durations as they are, and the wording of links', () => {
    expect(meets('DE').durations).toEqual({ yesDays: 400, refusalDays: 182, askAgainDays: null });
    expect(meets('US-CA').links).toEqual(['Your Privacy Choices']);
    expect(meets('DE', { choice: { purposes: { ads: true }, ageDays: 401 } }).trace.at(-1)).toEqual({
      text: 'The visitor’s yes to Advertising is 400 days old or older and has lapsed.',
      article: 'the organisation’s own value',
    });
  });
});

it.each([
  ['2026-11-25', null],
  ['2018-05-24', 'none of the laws that hold here was in force on 2018-05-24; the first of them is since 2018-05-25'],
  ['2026-02-30', '"2026-02-30" is not a day such as 2026-07-01'],
  ['yesterday', '"yesterday" is not a day such as 2026-07-01'],
])('a day %s: %s', (on, problem) => {
  expect(dayProblem({ regimes: ['eu', 'us-ca'], fallback: 'eu' }, on)).toBe(problem);
});
