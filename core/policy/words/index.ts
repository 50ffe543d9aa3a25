import { lookUpLanguage } from '../../language/index';
import { de } from './de';
import { en } from './en';
import { es } from './es';
import { fr } from './fr';
import { it } from './it';
import { nl } from './nl';
import type { PolicyWords } from './types';

export type { PolicyWords, TimeUnit } from './types';

const WORDS: Record<string, PolicyWords> = { en, de, es, fr, it, nl };
/** Languages in which policies are written from the answers; others are translated from one of these. */
export const POLICY_LANGUAGES: readonly string[] = Object.keys(WORDS);

/** An answer that was proposed, and that nobody changed, in another language; `null`: it is somebody's own. */
export function proposedIn(words: PolicyWords, answer: string): string | null {
  const found = Object.entries(en.proposed).find(([, text]) => text === answer);
  return found ? words.proposed[found[0] as keyof PolicyWords['proposed']] : null;
}

/** What people wrote is read in every language at once: who corrects a text may quote another. */
export const READS: readonly PolicyWords['reads'][] = Object.values(WORDS).map(({ reads }) => reads);

/** What is proposed, as it is kept. */
export const PROPOSED = en.proposed;

/** The words of a language or of the nearest it is a kind of; `null`: policies are not written in it. */
export function policyWords(language: string): PolicyWords | null {
  const near = lookUpLanguage(language, POLICY_LANGUAGES);
  return near === undefined ? null : WORDS[near]!;
}
