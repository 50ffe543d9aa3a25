import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { REGIMES, regimeFacts, regimeMarkdown, resolveRegime } from './index';

const sections = (id: string, on?: string) =>
  Object.fromEntries(
    regimeFacts(resolveRegime(id, on)).map(({ title, facts }) => [
      title,
      facts.map(({ label, text }) => `${label}: ${text}`),
    ]),
  );

it('says in words what a regime has of its own and from others, with where it is from', () => {
  const fr = regimeFacts(resolveRegime('fr')).flatMap(({ facts }) => facts);
  expect(fr).toContainEqual({
    label: 'Statistics of one’s own visitors, and of nobody else',
    text: 'may run with a notice',
    source: 'CNIL guidelines of 17 September 2020, art. 5',
  });
  expect(fr.find(({ label }) => label === 'Purposes in general')).toMatchObject({ from: 'European Economic Area' });
  expect(sections('us-md').Children).toContain(
    'Under 18: sale of personal data, sharing for advertising across contexts and targeted advertising: not at all',
  );
  expect(sections('us-ca')['Whom it binds']).toEqual([
    'Who has: a revenue of at least 26,625,000 USD a year',
    'Or: data of at least 100,000 people there in a year',
    'Or: at least 50 % of the revenue from selling or sharing personal data',
    'Bodies without profit: are not bound',
  ]);
});

it('tells what changes only until it has', () => {
  expect(sections('us-ct', '2026-06-30')['What changes']).toHaveLength(1);
  expect(sections('us-ct', '2026-07-01')['What changes']).toBeUndefined();
});

it.each(REGIMES.map(({ id }) => id))('the document of %s is as the data says; if not, npm run regimes', (id) => {
  const kept = readFileSync(new URL(`../../docs/regimes/${id}.md`, import.meta.url), 'utf8');
  const on = /As it stands on (\d{4}-\d\d-\d\d)/.exec(kept)![1]!;
  expect(kept).toBe(regimeMarkdown(resolveRegime(id, on), on));
});
