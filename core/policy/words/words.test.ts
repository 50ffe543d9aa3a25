import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../../texts/shipped';
import { POLICY_LANGUAGES, type PolicyWords, policyWords, reading } from './index';
import { longestIn } from './lengths';

const DAY = 86_400;
const words = POLICY_LANGUAGES.map((language) => [language, policyWords(language)!] as const);

/** Every text of a language, by where it stands. */
function textsOf(of: object, at = ''): [string, string][] {
  return Object.entries(of).flatMap(([key, value]): [string, string][] => {
    if (key === 'reads') return [];
    const here = `${at}.${key}`;
    return typeof value === 'string' ? [[here, value]] : textsOf(value, here);
  });
}
const english = textsOf(policyWords('en')!);

it('is there in every language that banners are shipped in', () => {
  expect([...POLICY_LANGUAGES].sort()).toEqual(Object.keys(SHIPPED).sort());
});

it.each(words)('in %s says all that English says, of the same things', (language, of) => {
  const texts = textsOf(of);
  expect(texts.map(([at]) => at).sort()).toEqual(english.map(([at]) => at).sort());
  const there = new Map(texts);
  for (const [at, text] of english) {
    const own = there.get(at)!;
    expect(own.trim(), at).toBe(own);
    expect((own.match(/\{\w+\}/g) ?? []).sort(), at).toEqual((text.match(/\{\w+\}/g) ?? []).sort());
    // A sentence ends where the English one does, by the marks of its own script, and is no copy of it.
    expect(/[.:]$/.exec(own.replace(/[。।]$/, '.').replace(/：$/, ':'))?.[0], at).toBe(/[.:]$/.exec(text)?.[0]);
    if (language !== 'en' && text.includes(' ') && /\p{L}{3}/u.test(text.replace(/\{\w+\}/g, '')))
      expect(own, at).not.toBe(text);
  }
});

it('is no language’s copy of another', () => {
  for (const [language, of] of words) {
    for (const [other, others] of words) {
      if (language === other || language.split('-')[0] === other.split('-')[0]) continue;
      const theirs = new Map(textsOf(others));
      const same = textsOf(of).filter(([at, text]) => text.length > 30 && theirs.get(at) === text);
      expect(same, `${language} as ${other}`).toEqual([]);
    }
  }
});

describe('where somebody denies that data leaves', () => {
  const others = ({ transfers, transfer, rightsUnder, recipients, uses }: PolicyWords) =>
    [transfers, transfer.clauses, transfer.consent, rightsUnder, recipients, uses].map((text) => text);

  it.each(words)('in %s that is understood, and nothing else', (language, of) => {
    const denies = reading('denies', [language]);
    expect(of.transfersNone).toMatch(denies);
    for (const text of others(of)) expect(text).not.toMatch(denies);
  });

  it.each(words)('what is said in %s denies it in no other language either', (_language, of) => {
    const denies = reading('denies');
    for (const text of others(of)) expect(text).not.toMatch(denies);
  });
});

describe('how long', () => {
  const inWords = (language: string, count: number, unit: string) =>
    new Intl.NumberFormat(`${language}-u-nu-latn`, { style: 'unit', unit, unitDisplay: 'long' }).format(count);
  const oneLetter = ['mt', 'ga']; // the browser has but abbreviations there

  it.each(POLICY_LANGUAGES.filter((language) => !oneLetter.includes(language)))('is read in %s', (language) => {
    for (const [unit, seconds] of Object.entries({ hour: 3_600, day: DAY, month: 30.5 * DAY, year: 365.25 * DAY }))
      expect(longestIn(`Cookies (${inWords(language, 13, unit)})`), unit).toBe(13 * seconds);
  });

  it.each([
    ['Sie bleiben höchstens 6 Monate, danach 13 Tagen', 183 * DAY],
    ['kept for 30-days, 2 weeks or 1 Year', 365.25 * DAY],
    ['version 13, 5 and more', 0],
    ['2026年11月28日から', 0],
    ['2026년 11월 28일', 0],
  ])('in "%s" it is %d seconds', (text, seconds) => {
    expect(longestIn(text)).toBe(seconds);
  });
});
