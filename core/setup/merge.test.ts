import { expect, it } from 'vitest';
import { merged } from './merge';

const base = { face: { radius: 4, size: 15 }, texts: { en: { title: 'A' } }, order: ['a', 'b'], url: 'x' };

it.each<[string, object, object, object, string[]]>([
  ['different fields', { url: 'y' }, { order: ['b', 'a'] }, { url: 'y', order: ['b', 'a'] }, []],
  [
    'different fields of one part',
    { face: { radius: 9, size: 15 } },
    { face: { radius: 4, size: 18 } },
    { face: { radius: 9, size: 18 } },
    [],
  ],
  [
    'one text each, in two languages',
    { texts: { en: { title: 'A' }, de: { title: 'B' } } },
    { texts: { en: { title: 'A', body: 'C' } } },
    { texts: { en: { title: 'A', body: 'C' }, de: { title: 'B' } } },
    [],
  ],
  ['the same, alike', { url: 'z' }, { url: 'z' }, { url: 'z' }, []],
  ['the same, otherwise', { url: 'mine' }, { url: 'theirs' }, { url: 'mine' }, ['url']],
  ['one list', { order: ['a'] }, { order: ['b'] }, { order: ['a'] }, ['order']],
  [
    'the same text, otherwise',
    { texts: { en: { title: 'M' } } },
    { texts: { en: { title: 'T' } } },
    { texts: { en: { title: 'M' } } },
    ['texts.en.title'],
  ],
])('two who change %s', (_what, mine, theirs, value, both) => {
  expect(merged(base, { ...base, ...mine }, { ...base, ...theirs })).toEqual({ value: { ...base, ...value }, both });
});

it('what one takes out stays out, and what the other puts in comes in', () => {
  const { url: _url, ...without } = base;
  expect(merged<object>(base, without, { ...base, fresh: 1 }).value).toEqual({ ...without, fresh: 1 });
});
