import { expect, it } from 'vitest';
import { appliesTo, type OrganisationFacts, REGIMES, resolveRegime, thresholdWords } from './index';

const TODAY = '2026-11-25';
const FERRIES: OrganisationFacts = { established: ['GB'], offersTo: ['GB', 'NO', 'US'] };
const ask = (id: string, facts: Partial<OrganisationFacts> = {}, on = TODAY) =>
  appliesTo({ ...FERRIES, ...facts }, resolveRegime(id, on));
const verdict = (...args: Parameters<typeof ask>) => ask(...args).verdict;

it.each([
  ['uk', {}, 'applies'],
  ['no', {}, 'applies'],
  ['br', {}, 'likely-not'],
  ['br', { established: ['BR'] }, 'applies'],
  ['us-ca', {}, 'unknown'],
  ['us-ca', { revenue: { amount: 26_625_000, currency: 'USD' } }, 'applies'],
  [
    'us-ca',
    { revenue: { amount: 26_624_999, currency: 'USD' }, people: { 'US-CA': 99_999 }, saleSharePercent: 49 },
    'likely-not',
  ],
  ['us-ca', { revenue: { amount: 1, currency: 'USD' }, people: { 'US-CA': 100_000 }, saleSharePercent: 0 }, 'applies'],
  ['us-ca', { revenue: { amount: 1, currency: 'USD' }, people: { 'US-CA': 1 }, saleSharePercent: 50 }, 'applies'],
  // Pounds are no dollars, so the revenue is not known.
  ['us-ca', { revenue: { amount: 9e9, currency: 'GBP' }, people: { 'US-CA': 1 }, saleSharePercent: 0 }, 'unknown'],
  // Virginia wants both: people, and half of the revenue from selling.
  ['us-va', { people: { 'US-VA': 25_000 }, saleSharePercent: 50 }, 'applies'],
  ['us-va', { people: { 'US-VA': 25_000 }, saleSharePercent: 49 }, 'likely-not'],
  ['us-va', { people: { 'US-VA': 24_999 }, saleSharePercent: 90 }, 'likely-not'],
  // New Jersey: any revenue or discount from selling.
  ['us-nj', { people: { 'US-NJ': 25_000 }, saleSharePercent: 1 }, 'applies'],
  ['us-nj', { people: { 'US-NJ': 25_000 }, saleSharePercent: 0 }, 'likely-not'],
  // Utah: revenue and people at once.
  [
    'us-ut',
    { revenue: { amount: 25e6, currency: 'USD' }, people: { 'US-UT': 99_999 }, saleSharePercent: 0 },
    'likely-not',
  ],
  [
    'us-ut',
    { revenue: { amount: 25e6, currency: 'USD' }, people: { 'US-UT': 100_000 }, saleSharePercent: 0 },
    'applies',
  ],
  ['us-tx', { smallBusiness: false }, 'applies'],
  ['us-tx', { smallBusiness: true }, 'likely-not'],
  ['us-tx', {}, 'unknown'],
  ['au', { offersTo: ['AU'], revenue: { amount: 3e6, currency: 'AUD' } }, 'applies'],
  ['world', {}, 'applies'],
] as const)('%s with %j: %s', (id, facts, expected) => {
  expect(verdict(id, facts as Partial<OrganisationFacts>)).toBe(expected);
});

it('follows the law as it stands on the day', () => {
  const facts = { people: { 'US-CT': 35_000 }, saleSharePercent: 0 };
  expect([verdict('us-ct', facts, '2026-06-30'), verdict('us-ct', facts, '2026-07-01')]).toEqual([
    'likely-not',
    'applies',
  ]);
});

it('says by what it applies, and what would change it', () => {
  expect(ask('us-va', { people: { 'US-VA': 120_000 } }).by.map(thresholdWords)).toEqual([
    'data of at least 100,000 people there in a year',
  ]);
  const not = ask('us-va', { people: { 'US-VA': 10 }, saleSharePercent: 0 });
  expect(not.wouldChange.map(thresholdWords)).toEqual(['data of at least 100,000 people there in a year']);
  expect(ask('br').wouldChange.map(thresholdWords)).toEqual(['customers or readers there']);
  expect(ask('us-tx').unanswered.map(thresholdWords)).toEqual(['more than a small business']);
});

it('knows bodies without profit, where a law leaves them out', () => {
  const charity = { nonProfit: true, people: { 'US-VA': 1e6, 'US-OR': 1e6 } };
  expect(ask('us-va', charity)).toMatchObject({ verdict: 'likely-not', exempt: 'non-profit' });
  expect(verdict('us-or', charity)).toBe('applies');
  expect(verdict('uk', charity)).toBe('applies');
});

it('takes a country for all its states, and passes over what is no place', () => {
  expect(verdict('ca-qc', { offersTo: ['CA'] })).toBe('applies');
  expect(verdict('ca-qc', { offersTo: ['CA-ON'] })).toBe('likely-not');
  expect(verdict('br', { offersTo: ['Brazil'] })).toBe('likely-not');
});

it('has an answer for every regime, with nothing and with everything said', () => {
  const full = {
    revenue: { amount: 1e9, currency: 'USD' },
    saleSharePercent: 90,
    smallBusiness: false,
    nonProfit: false,
  };
  for (const { id, territory } of REGIMES) {
    expect(['applies', 'likely-not', 'unknown']).toContain(verdict(id));
    const people = Object.fromEntries(territory.map((place) => [place, 1e7]));
    const said = ask(id, { ...full, offersTo: [...territory], people });
    if (id !== 'au') expect([id, said.verdict]).toEqual([id, 'applies']);
  }
});
