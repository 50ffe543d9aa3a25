import { expect, it } from 'vitest';
import { ALPHA2_BY_NUMERIC, COUNTRIES, placeName, placeProblem, subdivisionsOf } from './index';

it.each([
  ['DE', null],
  ['us_ca', null],
  ['GB-SCT', null],
  ['California', '"California" is not a place code such as DE or US-CA'],
  ['-CA', '"-CA" is not a place code such as DE or US-CA'],
  ['', '"" is not a place code such as DE or US-CA'],
  ['TX', 'there is no country "TX" in ISO 3166-1; the state is US-TX'],
  ['QQ-CA', 'there is no country "QQ" in ISO 3166-1'],
  ['US-QQ', 'United States has no subdivision "QQ" in ISO 3166-2'],
])('%j: %s', (code, problem) => {
  expect(placeProblem(code)).toBe(problem);
});

it('names countries as people do, and knows the codes of maps', () => {
  expect(COUNTRIES).toHaveLength(249);
  expect([placeName('GB'), placeName('US-CA'), placeName('ZZ-9')]).toEqual(['United Kingdom', 'California', 'ZZ-9']);
  expect(ALPHA2_BY_NUMERIC.get('276')).toBe('DE');
});

it('counts 50 states and the district, and Georgia among them', () => {
  const states = subdivisionsOf('US').map(({ code }) => code);
  expect(states).toHaveLength(51);
  expect(states).toEqual(expect.arrayContaining(['US-DC', 'US-GA']));
  expect(states).not.toContain('US-PR');
});
