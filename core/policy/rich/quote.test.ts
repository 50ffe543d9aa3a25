import { describe, expect, it } from 'vitest';
import { placeOfQuote, quoteOf, quoteSchema } from './quote';

const found = (text: string, quote: { exact: string; prefix: string }) => {
  const place = placeOfQuote(text, quote);
  return place && [text.slice(0, place[0]), text.slice(...place)];
};

describe('a place in a text', () => {
  const text = 'We keep it for a year. You may ask for it for a year.';
  const second = text.lastIndexOf('a year');
  const quote = quoteOf(text, second, second + 6)!;

  it.each([
    ['as it was', text, 'We keep it for a year. You may ask for it for '],
    ['with words before it', `Gladly. ${text}`, 'Gladly. We keep it for a year. You may ask for it for '],
    [
      'with other words near it',
      text.replace('You may', 'Anybody may'),
      'We keep it for a year. Anybody may ask for it for ',
    ],
    ['where the first is gone', text.replace('a year.', 'two.'), 'We keep it for two. You may ask for it for '],
    ['where only the other is left', 'We keep it for a year.', 'We keep it for '],
  ])('is found %s', (_how, now, before) => {
    expect(found(now, quote)).toEqual([before, 'a year']);
  });

  it('is none where its words are gone', () => {
    expect(found('We keep it.', quote)).toBeNull();
  });

  it('may be of many words, and is cut where it is endless', () => {
    const long = quoteOf('x'.repeat(5000), 100, 5000)!;
    expect(quoteSchema.parse(long)).toEqual(long);
    expect(found('x'.repeat(3000), long)?.[1]).toBe(long.exact);
  });

  it('is nothing where nothing, or only space, is selected', () => {
    expect(quoteOf(text, 3, 3)).toBeNull();
    expect(quoteOf('a  b', 1, 3)).toBeNull();
  });
});
