import { lookUpLanguage } from '../../language/index';
import { de } from './de';
import { en } from './en';
import { es } from './es';
import { fr } from './fr';
import { it } from './it';
import { nl } from './nl';
import type { AgreementWords } from './types';

export type { AgreementWords, LetterWords } from './types';

/** By tag, every language that the agreement screen and its letters speak. */
export const AGREEMENT_LANGUAGES: Readonly<Record<string, AgreementWords>> = { en, de, es, fr, it, nl };

/** The words of the first wanted language that there are, else English; with its tag. */
export function agreementWords(wanted: readonly string[]): { language: string; words: AgreementWords } {
  for (const tag of wanted) {
    const near = lookUpLanguage(tag, Object.keys(AGREEMENT_LANGUAGES));
    if (near) return { language: near, words: AGREEMENT_LANGUAGES[near]! };
  }
  return { language: 'en', words: en };
}
