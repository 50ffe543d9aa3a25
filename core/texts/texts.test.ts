import { describe, expect, it } from 'vitest';
import { newSetup } from '../setup/index';
import { BANNER_TEXTS, FACTS, LANGUAGES_SHIPPED, shippedLanguage, shippedTexts, textsFor, unknownFacts } from './index';
import { purposeWords } from './purposes';

/** Official languages of the European Union (Regulation No 1/1958, article 1). */
const OFFICIAL = 'bg cs da de el en es et fi fr ga hr hu it lt lv mt nl pl pt ro sk sl sv'.split(' ');
const BEYOND = ['no', 'is', 'uk', 'tr', 'ar', 'he', 'hi', 'ja', 'ko', 'zh-Hans', 'zh-Hant', 'pt-BR'];

it('ships every official language of the Union and the others that were promised', () => {
  expect([...LANGUAGES_SHIPPED].sort()).toEqual([...OFFICIAL, ...BEYOND].sort());
});

describe.each(LANGUAGES_SHIPPED)('in %s', (tag) => {
  const { texts, purposes } = shippedLanguage(tag)!;
  const english = shippedLanguage('en')!;

  it('there is every text, with the same facts in it as in English', () => {
    expect(Object.keys(texts)).toEqual([...BANNER_TEXTS]);
    expect(Object.keys(purposes)).toEqual(Object.keys(english.purposes));
    const factsOf = (text: string) => [...text.matchAll(/\{\w+\}/g)].map(String).sort();
    for (const key of BANNER_TEXTS) {
      expect(texts[key].trim(), key).toBe(texts[key]);
      expect(texts[key], key).not.toBe('');
      expect(factsOf(texts[key]), key).toEqual(factsOf(english.texts[key]));
      expect(unknownFacts(key, texts[key]), key).toEqual([]);
    }
  });

  it('no two things that can be pressed are called alike', () => {
    const { accept, refuse, choose, save, close, back } = texts;
    expect(new Set([accept, refuse, choose, save, close, back]).size).toBe(6);
    expect(new Set([texts.acceptOne, texts.refuseOne, texts.details]).size).toBe(3);
  });

  it('it is written in its own letters, and says no other language’s sentences', () => {
    const letters: Record<string, RegExp> = {
      bg: /\p{Script=Cyrillic}/u,
      uk: /\p{Script=Cyrillic}/u,
      el: /\p{Script=Greek}/u,
      ar: /\p{Script=Arabic}/u,
      he: /\p{Script=Hebrew}/u,
      hi: /\p{Script=Devanagari}/u,
      ja: /\p{Script=Hiragana}/u,
      ko: /\p{Script=Hangul}/u,
      'zh-Hans': /\p{Script=Han}/u,
      'zh-Hant': /\p{Script=Han}/u,
    };
    expect(texts.body).toMatch(letters[tag] ?? /\p{Script=Latin}/u);
    const others = LANGUAGES_SHIPPED.filter((other) => other !== tag);
    for (const other of others) expect(texts.body, other).not.toBe(shippedTexts(other)!.body);
  });
});

it('says in a regional language what its parent says, in the site’s own words too', () => {
  const texts = { de: { title: 'Eine Frage' } };
  expect(textsFor({ texts }, 'de-AT')).toEqual({ ...shippedTexts('de'), title: 'Eine Frage' });
  expect(textsFor({ texts }, 'zh-TW').accept).toBe('全部接受');
  expect(textsFor({ texts }, 'sw')).toEqual(shippedTexts('en'));
});

it('calls a purpose as it ships for as long as nobody called it otherwise', () => {
  const [, functional] = newSetup({ key: 's', name: 'S', address: 'http://s.localhost' }, 'http://localhost').purposes;
  expect(purposeWords(functional!, 'fr').name).toBe('Fonctionnel');
  expect(purposeWords({ ...functional!, name: 'Comfort' }, 'fr').name).toBe('Comfort');
  const translations = { fr: { name: 'Confort', text: 'Plus commode.' } };
  expect(purposeWords({ ...functional!, name: 'Comfort', translations }, 'fr-CA').name).toBe('Confort');
});

it('tells a fact where it is known, and nowhere else', () => {
  expect(unknownFacts('body', '{services} of {site}, for {lifetime}')).toEqual([]);
  expect(unknownFacts('title', '{lifetime}')).toEqual(['lifetime']);
  expect(unknownFacts('body', '{toString} {} {x y}')).toEqual(['toString', '', 'x y']);
  expect(Object.keys(FACTS)).toContain('provider');
});
