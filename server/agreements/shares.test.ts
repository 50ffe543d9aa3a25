import { expect, it } from 'vitest';
import { spacedDays } from './shares';

const at = (day: string) => Date.parse(`${day}T15:00Z`);
const days = (from: string, to: string) =>
  spacedDays(at(from), at(to)).map((ms) => new Date(ms).toISOString().slice(5, 16));

it.each([
  ['one day', '2026-03-01', '2026-03-01', ['03-01T00:00']],
  ['each of a few', '2026-02-27', '2026-03-02', ['02-27T00:00', '02-28T00:00', '03-01T00:00', '03-02T00:00']],
])('draws a line through %s', (_what, from, to, expected) => {
  expect(days(from, to)).toEqual(expected);
});

it('draws a line of a year through few days, evenly spaced, from the first to the last', () => {
  const year = days('2025-03-01', '2026-03-01');
  expect([year.length, year[0], year.at(-1)]).toEqual([25, '03-01T00:00', '03-01T00:00']);
  const ms = spacedDays(at('2025-03-01'), at('2026-03-01'));
  const steps = ms.slice(1).map((one, i) => (one - ms[i]!) / 86_400_000);
  expect([Math.min(...steps), Math.max(...steps)]).toEqual([15, 16]);
});
