import { describe, expect, it } from 'vitest';
import { kitAt, kitRegions } from './kit-regions';

const MARKS = [
  { service: 'Oddgull', names: ['oddgullQueue', 'oddgullFlush', 'oddgullSeen'], size: 6 },
  { service: 'Parcelmoon', names: ['parcelmoonTag', 'parcelmoonSend'], size: 4 },
];
const filler = (name: string) => Array.from({ length: 40 }, (_, i) => `${name}${i}();`).join('');
const GULL = 'oddgullQueue=[];keep("id");oddgullFlush();oddgullSeen=1;';
const MOON = 'parcelmoonTag();store("k");parcelmoonSend();';

/** Place of the first character of `what`. */
function placeOf(text: string, what: string) {
  const at = text.indexOf(what);
  const lines = text.slice(0, at).split('\n');
  return { line: lines.length, column: lines.at(-1)!.length + 1 };
}

describe('in a bundle of several kits and the site’s own program', () => {
  const text = `${filler('shop')}\n${GULL}${filler('cart')}${MOON}\nown("basket");`;
  const regions = kitRegions(text, MARKS, ['Oddgull', 'Parcelmoon']);

  it('a place is in the kit between whose marks it stands', () => {
    expect(kitAt(regions, placeOf(text, 'keep("id")'))).toBe('Oddgull');
    expect(kitAt(regions, placeOf(text, 'store("k")'))).toBe('Parcelmoon');
  });

  it('the site’s own program is in none', () => {
    for (const own of ['shop3()', 'cart20()', 'own("basket")'])
      expect(kitAt(regions, placeOf(text, own))).toBeUndefined();
  });
});

it('a program that calls the kit from far away does not make it larger', () => {
  const text = `${GULL}${filler('shop')}call(oddgullFlush);own("basket");${filler('end')}`;
  const regions = kitRegions(text, MARKS, ['Oddgull']);
  expect(kitAt(regions, placeOf(text, 'keep("id")'))).toBe('Oddgull');
  expect(kitAt(regions, placeOf(text, 'shop30()'))).toBeUndefined();
  expect(kitAt(regions, placeOf(text, 'own("basket")'))).toBeUndefined();
});

it('one mark, or a part of a longer name, makes no region', () => {
  expect(kitRegions(`${filler('a')}oddgullQueue;x_oddgullFlush;oddgullSeenLast`, MARKS, ['Oddgull'])).toEqual([]);
});

it('says nothing of a place that two kits hold', () => {
  const both = [
    { service: 'Oddgull', from: { line: 1, column: 1 }, to: { line: 3, column: 9 } },
    { service: 'Parcelmoon', from: { line: 2, column: 5 }, to: { line: 4, column: 1 } },
  ];
  expect(kitAt(both, { line: 2, column: 7 })).toBeUndefined();
  expect(kitAt(both, { line: 2, column: 4 })).toBe('Oddgull');
  expect(kitAt(both, { line: 3, column: 10 })).toBe('Parcelmoon');
});
