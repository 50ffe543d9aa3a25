import { describe, expect, it } from 'vitest';
import { changeOf, toldApart } from './alike';

/** Answers one second apart, each with what its text names: "a b" has the parts a and b. */
const served = (texts: string[], like = '/') =>
  texts.map((text, i) => ({ like, url: like, at: i * 1000, parts: new Set(text.split(' ').filter(Boolean)) }));

describe('a change of a site', () => {
  it.each<[string, string[], object | null]>([
    ['nothing, where all is alike', ['a', 'a', 'a', 'a'], null],
    ['what is new from some time on', ['a', 'a', 'a b', 'a b'], { at: 2000, part: 'b', isNew: true }],
    ['what is gone from some time on', ['a b', 'a b', 'a b', 'a', 'a'], { at: 3000, part: 'b', isNew: false }],
    ['nothing, where something comes and goes', ['a b', 'a', 'a b', 'a', 'a', 'a b'], null],
    ['nothing, where every answer has something of its own', ['1', '2', '3', '4', '5'], null],
    ['nothing, where one answer alone is otherwise', ['a', 'a', 'a', 'a b'], null],
  ])('is %s', (_words, texts, change) => {
    if (change) expect(changeOf(served(texts))).toMatchObject(change);
    else expect(changeOf(served(texts))).toBeNull();
  });

  it('is looked for among answers to the same page and kind of visitor only', () => {
    expect(changeOf([...served(['a', 'a'], '/x'), ...served(['b', 'b'], '/y')])).toBeNull();
  });

  it('is the last of several', () => {
    expect(changeOf(served(['', '', 'a', 'a', 'a b', 'a b']))).toMatchObject({ at: 4000, part: 'b' });
  });
});

describe('two browsers are told apart', () => {
  const sets = (...texts: string[]) => served(texts).map(({ parts }) => parts);
  it('by what comes to one alone, always', () => {
    expect(toldApart(sets('a b', 'a b'), sets('a', 'a'))).toEqual({ part: 'b', missing: 'other' });
    expect(toldApart(sets('a', 'a'), sets('a c', 'c a'))).toEqual({ part: 'c', missing: 'one' });
  });
  it('by nothing that comes and goes', () => {
    expect(toldApart(sets('a 1', 'a 2'), sets('a 3', 'a 4'))).toBeNull();
    expect(toldApart(sets('a b', 'a'), sets('a', 'a'))).toBeNull();
  });
});
