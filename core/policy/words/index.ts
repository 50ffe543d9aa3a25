import { lookUpLanguage } from '../../language/index';
import ar from './ar.json';
import bg from './bg.json';
import cs from './cs.json';
import da from './da.json';
import de from './de.json';
import el from './el.json';
import en from './en.json';
import es from './es.json';
import et from './et.json';
import fi from './fi.json';
import fr from './fr.json';
import ga from './ga.json';
import he from './he.json';
import hi from './hi.json';
import hr from './hr.json';
import hu from './hu.json';
import is from './is.json';
import it from './it.json';
import ja from './ja.json';
import ko from './ko.json';
import lt from './lt.json';
import lv from './lv.json';
import mt from './mt.json';
import nl from './nl.json';
import no from './no.json';
import pl from './pl.json';
import pt from './pt.json';
import ptBR from './pt-BR.json';
import ro from './ro.json';
import sk from './sk.json';
import sl from './sl.json';
import sv from './sv.json';
import tr from './tr.json';
import uk from './uk.json';
import zhHans from './zh-Hans.json';
import zhHant from './zh-Hant.json';

/**
 * What a policy says by itself in one language; `{name}` stands for a fact. `proposed`: answers that are proposed, which
 * are told in every language as long as nobody changes them. `lawsOf`: where laws go that go for more than one country, by
 * the law's id. `reads`: by what one understands what people wrote in it, as sources of regular expressions: a sentence that
 * denies that data leaves the Economic Area, and what stands in brackets where something is to be filled in.
 */
export type PolicyWords = typeof en;

const WORDS: Readonly<Record<string, PolicyWords>> = {
  en,
  ar,
  bg,
  cs,
  da,
  de,
  el,
  es,
  et,
  fi,
  fr,
  ga,
  he,
  hi,
  hr,
  hu,
  is,
  it,
  ja,
  ko,
  lt,
  lv,
  mt,
  nl,
  no,
  pl,
  pt,
  'pt-BR': ptBR,
  ro,
  sk,
  sl,
  sv,
  tr,
  uk,
  'zh-Hans': zhHans,
  'zh-Hant': zhHant,
};
/** Languages in which policies are written from the answers; others are translated from one of these. */
export const POLICY_LANGUAGES: readonly string[] = Object.keys(WORDS);

/** An answer that was proposed, and that nobody changed, in another language; `null`: it is somebody's own. */
export function proposedIn(words: PolicyWords, answer: string): string | null {
  const found = Object.entries(en.proposed).find(([, text]) => text === answer);
  return found ? words.proposed[found[0] as keyof PolicyWords['proposed']] : null;
}

/** The edge of a word, in every script. */
const EDGE = '(?:(?<=\\p{L})(?!\\p{L})|(?<!\\p{L})(?=\\p{L}))';

/** By what somebody knows what people wrote. It is read in every language at once: who corrects a text may quote another. */
export function reading(what: keyof PolicyWords['reads'], languages = POLICY_LANGUAGES): RegExp {
  const all = languages.map((language) => WORDS[language]!.reads[what]);
  return new RegExp(all.join('|').replaceAll('\\b', EDGE), 'iu');
}

/** What is proposed, as it is kept. */
export const PROPOSED = en.proposed;

/** The words of a language or of the nearest it is a kind of; `null`: policies are not written in it. */
export function policyWords(language: string): PolicyWords | null {
  const near = lookUpLanguage(language, POLICY_LANGUAGES);
  return near === undefined ? null : WORDS[near]!;
}
