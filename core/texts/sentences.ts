import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { lookUpLanguage } from '../language/index';
import type { Banner, Service } from '../setup/types';

/** What services and their items say to visitors in the site's own words, each sentence once. */
export function sentencesOf(services: readonly Service[]): string[] {
  const all = services.flatMap(({ retention, items }) => [retention, ...items.map(({ description }) => description)]);
  return [...new Set(all.filter((sentence): sentence is string => Boolean(sentence)))].sort();
}

/** Name of a sentence among units of translation: the same as long as it says the same. */
export const sentenceId = (sentence: string): string =>
  `sentence.${bytesToHex(sha256(utf8ToBytes(sentence))).slice(0, 12)}`;

/** A sentence in a language; where nobody has translated it, as it stands. */
export function sentenceIn({ sentences = {} }: Pick<Banner, 'sentences'>, language: string, sentence: string): string {
  const near = lookUpLanguage(language, Object.keys(sentences));
  return (near && sentences[near]![sentence]) || sentence;
}
