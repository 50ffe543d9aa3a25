import { ALPHA2_BY_NUMERIC, EVERY_PLACE } from '@douane/core/places';
import { beforeAll, expect, it } from 'vitest';
import { type Drawn, drawnStates, drawnWorld, WORLD_SIZE } from './geography';
import { nearest } from './place-map';

let world: Drawn[];
let states: Drawn[];
beforeAll(async () => {
  [world, states] = await Promise.all([drawnWorld(), drawnStates()]);
});
const at = (code: string) => [...world, ...states].find((one) => one.code === code)!;

it('draws each country once, and none that has no code', () => {
  const codes = world.map(({ code }) => code);
  expect(new Set(codes).size).toBe(codes.length);
  expect(codes.length).toBeGreaterThan(225);
  expect(codes.filter((code) => ![...ALPHA2_BY_NUMERIC.values()].includes(code))).toEqual([]);
});

it('draws every state, and the district', () => {
  const wanted = EVERY_PLACE.filter((code) => code.startsWith('US-'));
  expect(states.map(({ code }) => code).sort()).toEqual([...wanted].sort());
});

it('marks what is too small to be hit, and sets the mark where the most of it lies', () => {
  expect([at('MT').small, at('LI').small, at('FR').small]).toEqual([true, true, false]);
  // Kiribati lies on both sides of the date line; the middle of the two would be in the Atlantic.
  const [x] = at('KI').middle;
  expect(Math.abs(x - WORLD_SIZE[0] / 2)).toBeGreaterThan(WORLD_SIZE[0] / 4);
});

it.each([
  ['FR', [1, 0], ['DE', 'CH', 'LU', 'BE', 'IT', 'LI']],
  ['US-KS', [0, 1], ['US-OK']],
  ['US-KS', [-1, 0], ['US-CO']],
])('from %s in direction %j comes one of %j', (from, direction, to) => {
  const places = from.startsWith('US-') ? states : world;
  expect(to).toContain(nearest(places, at(from), direction as [number, number])?.code);
});

it('goes nowhere from the edge', () => {
  const east = states.reduce((best, one) => (one.middle[0] > best.middle[0] ? one : best));
  expect(nearest(states, east, [1, 0])).toBeUndefined();
});
