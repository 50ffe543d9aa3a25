import { describe, expect, it } from 'vitest';
import { NO_PURPOSE, readsLike, type WordModel, wordsOfNames } from './script-words';

const words = Array.from({ length: 24 }, (_, i) => `word${String.fromCharCode(97 + i)}`);

/** Each word speaks as much for films, against counting and libraries. */
const model = (weights: [number, number, number]): WordModel => ({
  purposes: ['embedded', 'measurement', NO_PURPOSE],
  bias: [0, 0, 0],
  words: Object.fromEntries(words.map((word) => [word, [100, ...weights.map((one) => 100 * one)]])),
});

describe('what the words of a script read like', () => {
  it('is parts of names and pairs of neighbours, in small letters', () => {
    expect([...wordsOfNames(['maskAllText', 'XMLHttp', 'to_be'])].sort()).toEqual([
      'alltext',
      'http',
      'mask',
      'maskall',
      'text',
      'xmlhttp',
    ]);
  });

  it('is told of scripts that say enough, and less surely of those that say little', () => {
    const films = model([0.5, 0, 0]);
    expect(readsLike(words.slice(0, 7), films)).toBeUndefined();
    const [thin, full] = [readsLike(words.slice(0, 19), films), readsLike(words, films)];
    expect([thin?.purpose, full?.purpose]).toEqual(['embedded', 'embedded']);
    // The same share of each word; √19 · 0.5 and √24 · 0.5 against two times 0.
    expect(full!.chance).toBeCloseTo(Math.exp(2.449) / (Math.exp(2.449) + 2), 2);
    expect(thin!.chance).toBeCloseTo((0.8 * Math.exp(2.179)) / (Math.exp(2.179) + 2), 2);
  });

  it('is nothing where it reads like a library that serves whoever uses it', () => {
    expect(readsLike(words, model([0.2, 0, 0.5]))).toBeUndefined();
  });

  it('is nothing where it is a guess among all there is', () => {
    expect(readsLike(words, model([0.01, 0, 0]))).toBeUndefined();
  });
});
