import { lookUpLanguage } from '../../language/index';
import { de } from './de';
import { en } from './en';
import type { PolicyWords } from './types';

export type { PolicyWords } from './types';

const WORDS: Record<string, PolicyWords> = { en, de };
/** Languages in which policies are written from the answers; others are translated from one of these. */
export const POLICY_LANGUAGES: readonly string[] = Object.keys(WORDS);

/** The words of a language or of the nearest it is a kind of; `null`: policies are not written in it. */
export function policyWords(language: string): PolicyWords | null {
  const near = lookUpLanguage(language, POLICY_LANGUAGES);
  return near === undefined ? null : WORDS[near]!;
}
