import { describe, expect, it } from 'vitest';
import { compileRules, decide, parsePlace, REGIMES, resolveRegime } from './index';
import type { Activity, Choice, Decision, Mode } from './types';

/** A purpose for each thing that laws tell apart; `other` is what no law names. */
const PURPOSES = [
  { id: 'necessary', necessary: true },
  { id: 'sold', activities: ['sale'] },
  { id: 'ads', activities: ['sharing', 'targeted-advertising'] },
  { id: 'profiled', activities: ['profiling'] },
  { id: 'sensitive', activities: ['sensitive-data'] },
  { id: 'counted', activities: ['own-statistics'] },
  { id: 'other' },
] satisfies { id: string; necessary?: boolean; activities?: Activity[] }[];
const ALL = PURPOSES.filter((one) => !('necessary' in one)).map(({ id }) => id);
const everyLaw = { regimes: REGIMES.map(({ id }) => id), fallback: 'world' };

const choices: Record<string, Choice | null> = {
  none: null,
  yes: { purposes: Object.fromEntries(ALL.map((id) => [id, true])) },
  no: { purposes: Object.fromEntries(ALL.map((id) => [id, false])) },
  'yes in sight': { purposes: Object.fromEntries(ALL.map((id) => [id, true])), gpc: true },
};

/** What may run for a visitor, in words: `all`, `none`, or the purposes; with `?` where he is asked. */
function outcome(place: string, on: string, signal: string, choice: string): string {
  const rules = compileRules(PURPOSES, everyLaw, on);
  const [kind, days] = choice.split(' after ');
  const made = choices[kind!] ?? null;
  const aged = made && days ? { ...made, ageDays: Number(days) } : made;
  return inWords(decide(parsePlace(place), { gpc: signal === 'gpc' }, aged, rules));
}

function inWords({ granted, ask }: Decision): string {
  const run = ALL.filter((id) => granted[id]);
  const words = run.length === ALL.length ? 'all' : run.length === 0 ? 'none' : run.join(' ');
  return ask ? `${words}?` : words;
}

/**
 * Each line from the text of a law: place, day, signal, choice, what may run, and the article that says so. Written from
 * the laws, not from the data.
 */
const EEA_CASES = 'AT BE BG CY CZ DE DK EE ES FI GR HR HU IE IS IT LI LT LU LV MT NL NO PL PT RO SE SI SK'.split(' ');
const CASES: [place: string, on: string, signal: string, choice: string, expected: string, article: string][] = [
  // Nothing but the necessary before a yes: ePrivacy Directive art. 5(3).
  ...EEA_CASES.map((place): (typeof CASES)[number] => [place, '2026-11-25', '-', 'none', 'none?', 'ePrivacy 5(3)']),
  ...EEA_CASES.map((place): (typeof CASES)[number] => [place, '2026-11-25', '-', 'yes', 'all', 'GDPR 7']),
  ...EEA_CASES.map((place): (typeof CASES)[number] => [place, '2026-11-25', '-', 'no', 'none', 'GDPR 7(3)']),
  // A signal is an objection by automated means; a knowing yes goes before it.
  ['DE', '2026-11-25', 'gpc', 'yes', 'profiled sensitive counted other', 'GDPR 21(5)'],
  ['DE', '2026-11-25', 'gpc', 'yes in sight', 'all', 'GDPR 21(5)'],
  // France exempts counting one's own visitors, and nothing else.
  ['FR', '2026-11-25', '-', 'none', 'counted?', 'CNIL guidelines of 2020, 5'],
  ['FR', '2026-11-25', '-', 'no', 'none', 'CNIL guidelines of 2020, 5: an objection is heard'],
  ['FR', '2026-11-25', '-', 'yes after 181', 'all', 'CNIL recommendation: six months'],
  ['FR', '2026-11-25', '-', 'yes after 183', 'counted?', 'CNIL recommendation: six months'],
  ['FR', '2026-11-25', '-', 'no after 181', 'none', 'CNIL recommendation: six months'],
  // Italy: no asking again within six months.
  ['IT', '2026-11-25', '-', 'no after 181', 'none', 'Garante 2021, 7.1'],
  ['IT', '2026-11-25', '-', 'no after 183', 'none?', 'Garante 2021, 7.1'],
  // Spain: a yes is renewed after 24 months at the latest.
  ['ES', '2026-11-25', '-', 'yes after 729', 'all', 'AEPD guide'],
  ['ES', '2026-11-25', '-', 'yes after 731', 'none?', 'AEPD guide'],
  // Great Britain: one's own statistics may run until the visitor objects.
  ['GB', '2026-11-25', '-', 'none', 'counted?', 'PECR schedule A1'],
  ['GB', '2026-11-25', '-', 'no', 'none', 'PECR 6'],
  ['GB', '2026-11-25', '-', 'yes', 'all', 'PECR 6'],
  // Switzerland: inform and show how to refuse; a yes for profiling of high risk and for what is sensitive.
  ['CH', '2026-11-25', '-', 'none', 'sold ads counted other?', 'FMG 45c; FADP 6(7)'],
  ['CH', '2026-11-25', '-', 'no', 'none', 'FMG 45c'],
  ['CH', '2026-11-25', '-', 'yes', 'all', 'FADP 6(6)'],
  // California: everything may run until an objection; the signal is one to sale and sharing.
  ['US-CA', '2026-11-25', '-', 'none', 'all', 'Civil Code 1798.120'],
  ['US-CA', '2026-11-25', 'gpc', 'none', 'profiled sensitive counted other', 'CCPA regulations 7025'],
  ['US-CA', '2026-11-25', 'gpc', 'yes', 'profiled sensitive counted other', 'CCPA regulations 7025(c)'],
  ['US-CA', '2026-11-25', 'gpc', 'yes in sight', 'all', 'CCPA regulations 7025(c)(4)'],
  ['US-CA', '2026-11-25', '-', 'no', 'none', 'Civil Code 1798.120'],
  ['US-CA', '2026-11-25', '-', 'no after 4000', 'none', 'Civil Code 1798.120: an objection does not end'],
  ['US-CA', '2022-06-01', '-', 'none', 'all', 'before the CPRA, with no regime of its own: notice'],
  // States that ask a yes for sensitive data alone.
  ...'CO CT VA TX OR MT DE NH NJ NE TN MN MD IN KY RI'
    .split(' ')
    .map((state): (typeof CASES)[number] => [
      `US-${state}`,
      '2026-11-25',
      '-',
      'none',
      'sold ads profiled counted other?',
      'opt-in for sensitive data',
    ]),
  ...'CO CT VA TX OR MT DE NH NJ NE TN MN MD IN KY RI UT IA'
    .split(' ')
    .map((state): (typeof CASES)[number] => [`US-${state}`, '2026-11-25', '-', 'no', 'none', 'the right to object']),
  // Utah and Iowa: notice and a way to object for sensitive data.
  ['US-UT', '2026-11-25', '-', 'none', 'all', 'Utah Code 13-61-302(3)'],
  ['US-IA', '2026-11-25', '-', 'none', 'all', 'Iowa Code 715D.4(2)'],
  // The rest of the states: notice; the signal is obeyed as a courtesy.
  ['US-NV', '2026-11-25', '-', 'none', 'all', 'FTC Act 5'],
  ['US-NV', '2026-11-25', 'gpc', 'none', 'profiled sensitive counted other', 'courtesy'],
  ['US-WY', '2026-11-25', '-', 'no', 'none', 'what is said must be true'],
  // A state that is not known: the strictest of all.
  ['US', '2026-11-25', '-', 'none', 'sold ads profiled counted other?', 'any of them may apply'],
  ['US', '2026-11-25', 'gpc', 'none', 'profiled counted other?', 'any of them may apply'],
  // Before a law is in force there is none.
  ['US-IN', '2025-12-31', '-', 'none', 'all', 'Ind. Code 24-15 from 1 January 2026'],
  ['US-IN', '2026-01-01', '-', 'none', 'sold ads profiled counted other?', 'Ind. Code 24-15 from 1 January 2026'],
  ['US-KY', '2025-12-31', '-', 'none', 'all', 'KRS 367.3611 from 1 January 2026'],
  ['US-RI', '2025-12-31', '-', 'none', 'all', 'R.I. Gen. Laws 6-48.1 from 1 January 2026'],
  ['US-MD', '2025-09-30', '-', 'none', 'all', 'Md. Com. Law 14-4701 from 1 October 2025'],
  ['US-MN', '2025-07-30', '-', 'none', 'all', 'Minn. Stat. 325M from 31 July 2025'],
  ['US-TN', '2025-06-30', '-', 'none', 'all', 'Tenn. Code 47-18-3301 from 1 July 2025'],
  // Canada objects, Quebec asks.
  ['CA-ON', '2026-11-25', '-', 'none', 'sold ads profiled counted other?', 'PIPEDA 6.1'],
  ['CA-QC', '2026-11-25', '-', 'none', 'none?', 'P-39.1, 8.1'],
  ['CA', '2026-11-25', '-', 'none', 'none?', 'the province is not known'],
  ['CA-QC', '2026-11-25', '-', 'yes', 'all', 'P-39.1, 14'],
  ['CA-QC', '2023-09-21', '-', 'none', 'sold ads profiled counted other?', 'before s. 8.1 was in force'],
  ['BR', '2026-11-25', '-', 'none', 'none?', 'LGPD 7(I), 8'],
  ['BR', '2026-11-25', '-', 'yes', 'all', 'LGPD 8'],
  // Elsewhere.
  ['ZA', '2026-11-25', '-', 'none', 'sold profiled counted other?', 'POPIA 11, 27, 69'],
  ['ZA', '2026-11-25', '-', 'no', 'none', 'POPIA 11(3)'],
  ['IN', '2026-11-25', '-', 'none', 'all', 'DPDP Act 6 is not in force yet'],
  ['IN', '2027-05-14', '-', 'none', 'none?', 'DPDP Act 6'],
  ['JP', '2026-11-25', '-', 'none', 'profiled counted other?', 'APPI 20(2), 31'],
  ['JP', '2026-11-25', '-', 'yes', 'all', 'APPI 31'],
  ['KR', '2026-11-25', '-', 'none', 'none?', 'PIPA 15, 22'],
  ['TH', '2026-11-25', '-', 'none', 'none?', 'PDPA 19'],
  ['TH', '2022-05-31', '-', 'none', 'all', 'PDPA from 1 June 2022'],
  ['TR', '2026-11-25', '-', 'none', 'none?', 'KVKK 5(1)'],
  ['CN', '2026-11-25', '-', 'none', 'none?', 'PIPL 13, 14'],
  ['SG', '2026-11-25', '-', 'none', 'all', 'PDPA 15A'],
  ['AU', '2026-11-25', '-', 'none', 'sold ads profiled counted other?', 'APP 3.3'],
  ['NZ', '2026-11-25', '-', 'none', 'all', 'IPP 3'],
  ['ZM', '2026-11-25', '-', 'none', 'all', 'no regime: the organisation’s own default'],
  ['', '2026-11-25', '-', 'none', 'all', 'no place: the fallback'],
  // When the signal binds, state by state.
  ['US-CO', '2026-11-25', 'gpc', 'none', 'profiled counted other?', 'C.R.S. 6-1-1306(1)(a)(IV)(B)'],
  ['US-OR', '2026-11-25', 'gpc', 'none', 'profiled counted other?', 'ORS 646A.578(5)'],
  ['US-DE', '2026-11-25', 'gpc', 'none', 'profiled counted other?', '6 Del. C. 12D-106(e)'],
];

it.each(CASES)('%s on %s, signal %s, choice %s: %s (%s)', (place, on, signal, choice, expected) => {
  expect(outcome(place, on, signal, choice)).toBe(expected);
});

it('has at least 150 of them', () => expect(CASES.length).toBeGreaterThanOrEqual(150));

describe('the day on which a signal begins to bind', () => {
  it.each([
    ['us-ca', '2023-01-01'],
    ['us-co', '2024-07-01'],
    ['us-ct', '2025-01-01'],
    ['us-tx', '2025-01-01'],
    ['us-mt', '2025-01-01'],
    ['us-nh', '2025-01-01'],
    ['us-ne', '2025-01-01'],
    ['us-nj', '2025-07-15'],
    ['us-mn', '2025-07-31'],
    ['us-md', '2025-10-01'],
    ['us-or', '2026-01-01'],
    ['us-de', '2026-01-01'],
  ])('%s: %s', (id, from) => {
    const before = new Date(Date.parse(from) - 86_400_000).toISOString().slice(0, 10);
    const regime = resolveRegime(id, before);
    if (regime.inForce.from <= before) expect(regime.gpc.value).toBe('refuses');
    expect(resolveRegime(id, from).gpc).toMatchObject({ value: 'binds', from: id });
  });
  it.each(['us-va', 'us-ut', 'us-ia', 'us-tn', 'us-in', 'us-ky', 'us-ri', 'us'])('%s: on none', (id) => {
    expect(resolveRegime(id).gpc.value).toBe('refuses');
  });
});

describe('other facts of the laws', () => {
  it.each([
    ['at', 14],
    ['cz', 15],
    ['de', 16],
    ['dk', 15],
    ['fr', 15],
    ['gr', 15],
    ['it', 14],
    ['no', 13],
    ['uk', 13],
    ['kr', 14],
    ['br', 12],
    ['za', 18],
    ['ca-qc', 14],
    ['us-va', 13],
  ])('a child decides alone in %s from %d', (id, age) => expect(resolveRegime(id).childAge.value).toBe(age));

  it.each([
    ['eu', 30, 60],
    ['fr', 30, 60],
    ['us-ca', 45, 45],
    ['us-ia', 90, 45],
    ['br', 15, null],
    ['kr', 10, 10],
    ['jp', null, null],
  ])('%s answers within %s days, and %s more', (id, answer, extension) =>
    expect(resolveRegime(id).requestDays.value).toEqual({ answer, extension }),
  );

  it('tells what is still to come on a day, and of whom the law takes hold then', () => {
    const before = resolveRegime('us-ct', '2026-06-30');
    expect(before.toCome.map(({ on }) => on)).toEqual(['2026-07-01']);
    expect(before.applies.value.anyOf[0]).toEqual([{ code: 'people', atLeast: 100_000 }]);
    const then = resolveRegime('us-ct', '2026-07-01');
    expect([then.toCome, then.applies.value.anyOf[0]]).toEqual([[], [{ code: 'people', atLeast: 35_000 }]]);
  });

  it('forbids targeting the young in Maryland, and asks those between 13 and 15 in California', () => {
    const bands = (id: string) => resolveRegime(id).minors.value.map(({ under, needs }) => `${under} ${needs}`);
    expect(bands('us-md')).toEqual(['18 forbidden']);
    expect(bands('us-ca')).toEqual(['13 guardian', '16 own-yes']);
    expect(bands('us-va')).toEqual(['13 guardian']);
  });
});

/**
 * Each line from the text of a law: place, day, age, who has said yes to everything, what may run, and the article.
 * `child`: nobody but the child. `guardian`: the guardian has agreed.
 */
const AGE_CASES: [place: string, on: string, age: number, yes: string, expected: string, article: string][] = [
  // A child's own yes counts from an age that each member state sets.
  ['DE', '2026-11-25', 15, 'child', 'none', 'GDPR 8(1)'],
  ['DE', '2026-11-25', 15, 'guardian', 'all', 'GDPR 8(1)'],
  ['DE', '2026-11-25', 16, 'child', 'all', 'GDPR 8(1)'],
  ['AT', '2026-11-25', 13, 'child', 'none', 'DSG § 4(4)'],
  ['AT', '2026-11-25', 14, 'child', 'all', 'DSG § 4(4)'],
  ['ES', '2026-11-25', 13, 'child', 'none', 'LO 3/2018 art. 7'],
  ['ES', '2026-11-25', 14, 'child', 'all', 'LO 3/2018 art. 7'],
  ['BE', '2026-11-25', 13, 'child', 'all', 'Law of 30 July 2018 art. 7'],
  ['IT', '2026-11-25', 13, 'child', 'none', 'Codice art. 2-quinquies'],
  // France: what counts one's own visitors is exempt, and asks nobody's yes.
  ['FR', '2026-11-25', 14, 'child', 'counted', 'Data Protection Act 45'],
  ['FR', '2026-11-25', 15, 'child', 'all', 'Data Protection Act 45'],
  ['RE', '2026-11-25', 14, 'child', 'counted', 'Data Protection Act 45; TFEU 355(1)'],
  ['GB', '2026-11-25', 13, 'child', 'all', 'Data Protection Act 2018 s. 9'],
  // California: under 13 a parent opts in, from 13 to 15 the child.
  ['US-CA', '2026-11-25', 12, 'none', 'profiled sensitive counted other', '1798.120(c)'],
  ['US-CA', '2026-11-25', 12, 'child', 'profiled sensitive counted other', '1798.120(c)'],
  ['US-CA', '2026-11-25', 12, 'guardian', 'all', '1798.120(c)'],
  ['US-CA', '2026-11-25', 15, 'none', 'profiled sensitive counted other?', '1798.120(c)'],
  ['US-CA', '2026-11-25', 15, 'child', 'all', '1798.120(c)'],
  ['US-CA', '2026-11-25', 16, 'none', 'all', '1798.120(a): objecting'],
  // Connecticut and others: the same for those between 13 and 15, 16 or 17.
  ['US-CT', '2026-11-25', 15, 'none', 'profiled counted other?', '42-520(a)(7)'],
  ['US-CT', '2026-11-25', 16, 'child', 'all', '42-520(a)(7)'],
  ['US-DE', '2026-11-25', 17, 'none', 'profiled counted other?', '12D-106(a)(7)'],
  ['US-NJ', '2026-11-25', 16, 'none', 'profiled counted other?', '56:8-166.12(a)(7)'],
  ['US-NJ', '2026-11-25', 17, 'child', 'all', '56:8-166.12(a)(7)'],
  // Maryland forbids it, whoever says yes.
  ['US-MD', '2026-11-25', 17, 'guardian', 'profiled sensitive counted other', '14-4707(a)(4), (5)'],
  ['US-MD', '2026-11-25', 18, 'child', 'all', '14-4707(a)(4), (5)'],
  // Colorado: the rules for minors came in October 2025.
  ['US-CO', '2025-09-30', 16, 'none', 'sold ads profiled counted other?', 'before 6-1-1308.5'],
  ['US-CO', '2025-10-01', 16, 'none', 'counted other?', '6-1-1308.5'],
  // Elsewhere in the United States federal law protects those under 13.
  ['US-NV', '2026-11-25', 12, 'none', 'sensitive counted other', 'COPPA'],
  ['US-NV', '2026-11-25', 13, 'none', 'all', 'COPPA'],
  // India: no tracking of children once the section is in force.
  ['IN', '2027-06-01', 17, 'guardian', 'sold sensitive counted other', 'DPDP 9(3)'],
  ['IN', '2027-06-01', 18, 'child', 'all', 'DPDP 9(3)'],
  ['BR', '2026-11-25', 11, 'child', 'none', 'LGPD 14 § 1'],
  ['BR', '2026-11-25', 12, 'child', 'all', 'LGPD 14 § 1'],
  ['CA-QC', '2026-11-25', 13, 'child', 'none', 'P-39.1 s. 4.1'],
  ['CA-QC', '2026-11-25', 14, 'child', 'all', 'P-39.1 s. 4.1'],
  ['ZA', '2026-11-25', 17, 'child', 'none', 'POPIA 34, 35'],
  ['ZA', '2026-11-25', 17, 'guardian', 'all', 'POPIA 35(1)(a)'],
];

describe('what the laws say of children', () => {
  it.each(AGE_CASES)('%s on %s, %d years, yes of %s: %s (%s)', (place, on, age, yes, expected) => {
    const signals = { gpc: false, age, ...(yes === 'guardian' && { guardian: true }) };
    const choice = yes === 'none' ? null : choices.yes!;
    expect(inWords(decide(parsePlace(place), signals, choice, compileRules(PURPOSES, everyLaw, on)))).toBe(expected);
  });
});

it('says a mode of every activity as the law has it, from the laxest to the strictest', () => {
  const modes = (id: string) =>
    Object.fromEntries(Object.entries(resolveRegime(id).modes).map(([key, { value }]) => [key, value])) as Partial<
      Record<Activity | 'default', Mode>
    >;
  expect(modes('us-va')).toMatchObject({ default: 'notice', sale: 'opt-out', 'sensitive-data': 'opt-in' });
  expect(modes('sg')).toEqual({ default: 'notice' });
});
