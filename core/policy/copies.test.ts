import { expect, it } from 'vitest';
import { comparedCopy } from './copies';

const first =
  'Privacy policy\n\nWe keep the log for fourteen days.\n\n- og_id Cookie, lifetime: 2 years\n- og_s Cookie, lifetime: a day\n\nWrite to privacy@s.example.\n';
const live = first.replace('fourteen days', 'a month');

it.each<[string, string, string, string[], string[]]>([
  ['the copy is as it is live', `Home Shop ${live.replace(/- /g, '')} © us`, 'current', [], []],
  ['spaces and marks of lists are other', live.replace(/\n+/g, '  \n\t').replace(/ /g, '\u00a0'), 'current', [], []],
  ['it is the one before', first, 'stale', ['We keep the log for a month.'], ['We keep the log for fourteen days.']],
  ['a line was taken out', live.replace(/- og_s.*\n/, ''), 'stale', ['og_s Cookie, lifetime: a day'], []],
])('when %s', (_when, page, state, missing, old) => {
  expect(comparedCopy(page, live, [first])).toEqual({ state, missing, old });
});

it('a page without it has none', () => {
  expect(comparedCopy('Not found. Write to privacy@s.example.', live, [first]).state).toBe('absent');
});
