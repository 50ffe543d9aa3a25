import { expect, it } from 'vitest';
import { POLICY_LANGUAGES, policyWords } from './index';

const words = POLICY_LANGUAGES.map((language) => [language, policyWords(language)!] as const);

/** Every text of a language, by where it stands; what takes arguments is given its own names. */
function textsOf(of: object, at = ''): [string, string][] {
  return Object.entries(of).flatMap(([key, value]): [string, string][] => {
    if (key === 'reads') return [];
    const here = `${at}.${key}`;
    if (typeof value === 'function') return [[here, value('{0}', '{1}', '{2}')]];
    return typeof value === 'string' ? [[here, value]] : textsOf(value, here);
  });
}
const english = textsOf(policyWords('en')!);

it.each(words)('in %s says all that English says, of the same things', (language, of) => {
  const texts = textsOf(of);
  expect(texts.map(([at]) => at).sort()).toEqual(english.map(([at]) => at).sort());
  const there = new Map(texts);
  for (const [at, text] of english) {
    const own = there.get(at)!;
    expect(own.trim(), at).toBe(own);
    expect((own.match(/\{\d\}/g) ?? []).sort(), at).toEqual((text.match(/\{\d\}/g) ?? []).sort());
    // A sentence ends as the English one does, and is no copy of it.
    expect(/[.:]$/.exec(own)?.[0], at).toBe(/[.:]$/.exec(text)?.[0]);
    if (language !== 'en' && text.includes(' ') && /\p{L}{3}/u.test(text)) expect(own, at).not.toBe(text);
  }
});

it.each(words)('in %s is understood where it denies that data leaves', (_language, { reads, ...of }) => {
  const denies = new RegExp(reads.denies, 'iu');
  expect(of.transfersNone).toMatch(denies);
  for (const text of [of.transfers, of.transfer.clauses('Oddgull', 'US'), of.rightsUnder('US')])
    expect(text).not.toMatch(denies);
});

it.each(words)('in %s knows how the browser calls lengths of time', (language, { reads }) => {
  for (const unit of ['hour', 'day', 'week', 'month', 'year'] as const)
    for (const n of [1, 2, 13])
      expect(new Intl.NumberFormat(language, { style: 'unit', unit, unitDisplay: 'long' }).format(n)).toMatch(
        new RegExp(`^\\d+\\s(${reads.units[unit]})$`, 'iu'),
      );
});
