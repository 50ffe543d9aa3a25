import { expect, it } from 'vitest';
import { contrast, mixed, readableOn, settled } from './index';

it.each([
  ['#34398f', '#ffffff'],
  ['#fffdf9', '#000000'],
  ['#ffcc00', '#000000'],
  ['#12694f', '#ffffff'],
])('writes on %s in %s', (colour, text) => {
  expect(readableOn(colour)).toBe(text);
});

// Pairs whose ratios WCAG's own definition gives: the extremes, and the grey that just reaches 4.5 on white.
it.each([
  ['#000000', '#ffffff', 21],
  ['#ffffff', '#ffffff', 1],
  ['#767676', '#ffffff', 4.54],
  ['#777777', '#ffffff', 4.48],
])('the contrast of %s and %s is %d, either way round', (a, b, ratio) => {
  expect(contrast(a, b)).toBeCloseTo(ratio, 2);
  expect(contrast(b, a)).toBe(contrast(a, b));
});

it('moves a colour no further than it must', () => {
  expect(settled('#000000', '#ffffff', 4.5)).toBe('#000000');
  const grey = settled('#bbbbbb', '#ffffff', 4.5);
  expect(contrast(grey, '#ffffff')).toBeGreaterThanOrEqual(4.5);
  expect(contrast(grey, '#ffffff')).toBeLessThan(6);
  expect(contrast(settled('#222222', '#111111', 4.5), '#111111')).toBeGreaterThanOrEqual(4.5);
  expect(mixed('#000000', '#ffffff', 0.5)).toBe('#808080');
});
