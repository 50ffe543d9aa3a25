import { expect, it } from 'vitest';
import { type Review, versionStates } from './versions';

const NOW = '2026-11-27T12:00:00.000Z';
const yes: Review = { person: 'a', decision: 'approved' };
const back: Review = { person: 'b', decision: 'sent-back' };
const waits: Review = { person: 'c', decision: null };

it.each<[string, Review[], string | null, string]>([
  ['nobody was asked', [], null, 'approved'],
  ['somebody has not answered', [yes, waits], null, 'in-review'],
  ['all said yes', [yes, { ...yes, person: 'd' }], null, 'approved'],
  ['one sent it back, whatever the others say', [yes, back, waits], null, 'sent-back'],
  ['its day is to come', [yes], '2026-11-27T12:00:00.001Z', 'scheduled'],
  ['its day has come', [yes], NOW, 'live'],
])('when %s', (_when, reviews, liveFrom, state) => {
  expect(versionStates([{ number: 1, reviews, liveFrom }], NOW).get(1)).toBe(state);
});

it('of several the one that became live last is, whatever its number', () => {
  const at = (number: number, liveFrom: string | null) => ({ number, liveFrom, reviews: [yes] });
  const states = versionStates(
    [
      at(1, '2026-11-20T00:00:00.000Z'),
      at(2, '2026-11-26T00:00:00.000Z'),
      at(3, '2026-11-21T00:00:00.000Z'),
      at(4, null),
    ],
    NOW,
  );
  expect(Object.fromEntries(states)).toEqual({ 1: 'replaced', 2: 'live', 3: 'replaced', 4: 'approved' });
});
