import { ALPHA2_BY_NUMERIC, EVERY_PLACE } from '@douane/core/places';
import { expect, it } from 'vitest';
import { stateOutlines, worldOutlines } from '../../../outlines';
import { withCountries, withStates } from './geography';
import { nearest } from './place-map';

const { places: world, size } = withCountries(worldOutlines());
const { places: states } = withStates(stateOutlines());
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
  expect(Math.abs(x - size[0] / 2)).toBeGreaterThan(size[0] / 4);
});

it.each([
  ['FR', [1, 0], ['DE', 'CH', 'LU', 'BE', 'IT', 'LI']],
  ['US-KS', [0, 1], ['US-OK']],
  ['US-KS', [-1, 0], ['US-CO']],
])('from %s in direction %j comes one of %j', (from, direction, to) => {
  const places = from.startsWith('US-') ? states : world;
  expect(to).toContain(nearest(places, at(from), direction as [number, number])?.code);
});

it('draws what can be seen, and is small enough to be loaded at once', () => {
  expect(JSON.stringify(world).length).toBeLessThan(400_000);
  // A ring of fewer points than three would be no place at all.
  const rings = [...world, ...states].filter(({ small }) => !small).map(({ path }) => path.split('Z')[0]!);
  expect(rings.filter((ring) => ring.split('L').length < 3)).toEqual([]);
});

it('goes nowhere from the edge', () => {
  const east = states.reduce((best, one) => (one.middle[0] > best.middle[0] ? one : best));
  expect(nearest(states, east, [1, 0])).toBeUndefined();
});
