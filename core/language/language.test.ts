import { describe, expect, it } from 'vitest';
import { directionOf, LANGUAGE_TAG, lookUpLanguage } from './index';

describe('a language tag', () => {
  it.each(['de', 'pt-BR', 'zh-Hant-TW', 'gsw', 'es-419'])('may be %s', (tag) => expect(tag).toMatch(LANGUAGE_TAG));
  it.each(['', 'd', 'deutsch', 'de_DE', 'de-', 'de--at', '1a'])('may not be %j', (tag) =>
    expect(tag).not.toMatch(LANGUAGE_TAG),
  );
});

it.each([
  ['ar', 'rtl'],
  ['ar-EG', 'rtl'],
  ['AR-Latn', 'ltr'],
  ['az-Arab', 'rtl'],
  ['he', 'rtl'],
  ['ku', 'ltr'],
  ['en', 'ltr'],
  ['', 'ltr'],
])('%s is written %s', (tag, direction) => {
  expect(directionOf(tag)).toBe(direction);
});

it.each([
  ['de-AT', ['en', 'de'], 'de'],
  ['de-AT', ['de', 'de-AT'], 'de-AT'],
  ['DE-at', ['de-AT'], 'de-AT'],
  ['zh-Hant-TW', ['zh-Hans', 'zh-Hant'], 'zh-Hant'],
  ['de', ['de-AT'], undefined],
  ['fr', ['en', 'de'], undefined],
  ['', ['en'], undefined],
])('%s among %j finds %s', (wanted, available, found) => {
  expect(lookUpLanguage(wanted, available)).toBe(found);
});
