import { expect, it } from 'vitest';
import { assessAll, type OrganisationFacts } from '../regimes/index';
import { answerLines, namedPlacesWords, organisationFactsSchema, parseWith } from './index';

const FACTS: OrganisationFacts = {
  established: ['NL'],
  offersTo: ['eea', 'US'],
  revenue: { amount: 30_000_000, currency: 'USD' },
  people: { 'US-CA': 120_000, 'US-TX': 900 },
  saleSharePercent: 0,
  smallBusiness: false,
  children: true,
};
const problemsOf = (change: object) => {
  const parsed = parseWith(organisationFactsSchema, { ...FACTS, ...change });
  return parsed.ok ? [] : parsed.problems.map(({ path, message }) => `${path}: ${message}`);
};

it('takes what is right', () => {
  expect(problemsOf({})).toEqual([]);
});

it.each([
  [{ established: [] }, 'established: say where it is established'],
  [{ offersTo: ['Mars'] }, 'offersTo[0]: "Mars" is not a place code such as DE or US-CA'],
  [{ people: { 'US-QQ': 1 } }, 'people.US-QQ: United States has no subdivision "QQ" in ISO 3166-2'],
  [{ people: { DE: 1.5 } }, 'people.DE: whole people'],
  [{ revenue: { amount: 1, currency: 'EURO' } }, 'revenue.currency: a currency such as USD or EUR (ISO 4217)'],
  [{ saleSharePercent: 120 }, 'saleSharePercent: from 0 to 100'],
])('says what is wrong with %j', (change, problem) => {
  expect(problemsOf(change)).toEqual([problem]);
});

it('words answers, and says what was not answered', () => {
  const lines = Object.fromEntries(answerLines(FACTS));
  expect(lines).toMatchObject({
    'Established in': 'Netherlands',
    'Customers or readers in': 'the European Economic Area, United States',
    Revenue: '30,000,000 USD a year',
    'People a year': 'California: 120,000; Texas: 900',
    'From selling data': '0 % of the revenue',
    'Small business': 'no',
    'Without profit': 'not answered',
    Children: 'yes',
  });
});

it('names the first of many places', () => {
  expect(namedPlacesWords(['no-law', 'DE', 'US-CA', 'FR'], 3)).toBe(
    'everywhere without a privacy law, Germany, California and 1 more',
  );
});

it('assesses every law, those that bind first; groups reach their places', () => {
  const verdicts = new Map(assessAll(FACTS, '2026-11-25').map((one) => [one.regime.id, one]));
  expect(verdicts.get('eu')).toMatchObject({ verdict: 'applies', coming: false });
  expect(verdicts.get('it')?.verdict).toBe('applies');
  expect(verdicts.get('us-ca')).toMatchObject({ verdict: 'applies', by: [{ code: 'revenue' }] });
  // More than a small business is enough there.
  expect(verdicts.get('us-tx')?.verdict).toBe('applies');
  expect(verdicts.get('us-va')?.verdict).not.toBe('applies');
  expect(verdicts.get('kr')?.verdict).toBe('likely-not');
  expect(verdicts.has('world')).toBe(false);
  const order = [...verdicts.values()].map(({ verdict }) => verdict);
  expect(order.lastIndexOf('applies')).toBeLessThan(order.indexOf('likely-not'));
});

it('tells a law that is not in force yet', () => {
  const coming = assessAll(FACTS, '2023-06-30')
    .filter(({ coming }) => coming)
    .map(({ regime }) => regime.id);
  expect(coming).toContain('us-co');
  expect(coming).not.toContain('us-ca');
});
