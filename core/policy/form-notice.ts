import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { htmlText } from '../observe/plain-text';
import { withFacts } from '../texts/keys';
import type { Answers, DataUse } from './answers';
import { policyWords, proposedIn } from './words/index';

/** What stands beside one tick box of a form. */
export interface FormNotice {
  use: string;
  sentence: string;
  /** By which a record names what was read. */
  hash: string;
  /** To be pasted into the form: never ticked, and of its own (GDPR Art. 7(2), Recital 32; CJEU C-673/17). */
  html: string;
  /** An answer stands in it in the words of whoever gave it, in another language than the rest. */
  mixed: boolean;
}

/** Uses of which a form has to ask: what somebody gives, with consent. */
export const usesToAsk = ({ uses }: Pick<Answers, 'uses'>): DataUse[] =>
  uses.filter(({ basis, source, what, why }) => basis === 'consent' && source === 'given' && what && why);

/** The sentence and tick box of one use; English where policies are not written in the language. `policy`: address of what says more. */
export function formNotice(use: DataUse, who: string, language: string, source: string, policy: string): FormNotice {
  const words = (policyWords(language) ?? policyWords('en'))!;
  const told = (answer: string) => proposedIn(words, answer) ?? answer;
  const sentence = withFacts(words.form.agree, { who, what: lower(told(use.what)), why: lower(told(use.why)) });
  const own = [use.what, use.why].some((answer) => proposedIn(words, answer) === null);
  const id = `consent-${use.id}`;
  return {
    ...{ use: use.id, sentence, mixed: own && policyWords(source) !== words },
    hash: bytesToHex(sha256(utf8ToBytes(sentence))),
    html: `<p lang="${htmlText(language)}">
  <input type="checkbox" id="${htmlText(id)}" name="consent" value="${htmlText(use.id)}">
  <label for="${htmlText(id)}">${htmlText(sentence)} <a href="${htmlText(policy)}">${htmlText(words.titles.privacy)}</a></label>
</p>`,
  };
}

/** An answer within a sentence: without its full stop, and small unless it is a name or an abbreviation. */
const lower = (text: string): string =>
  text.replace(/[.\s]+$/, '').replace(/^\p{Lu}(?=[\p{Ll}\s-])/u, (letter) => letter.toLowerCase());
