import { lookUpLanguage } from '../../language/index';
import { withFacts } from '../../texts/keys';
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
 * What the agreement screen says, and the letters that lead to it: `reminder` to somebody who has not answered yet,
 * `guardianLetter` to the parent or guardian of a child. `{name}` stands for a fact.
 */
export type AgreementWords = typeof en;

/** By tag, every language that the agreement screen and its letters speak. */
export const AGREEMENT_LANGUAGES: Readonly<Record<string, AgreementWords>> = {
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

/** The words of the first wanted language that there are, else English; with its tag. */
export function agreementWords(wanted: readonly string[]): { language: string; words: AgreementWords } {
  for (const tag of wanted) {
    const near = lookUpLanguage(tag, Object.keys(AGREEMENT_LANGUAGES));
    if (near) return { language: near, words: AGREEMENT_LANGUAGES[near]! };
  }
  return { language: 'en', words: en };
}

/** A letter about a site, which lists `titles` and leads to `link`. */
export function letterOf(
  { subject, text }: AgreementWords['reminder'],
  facts: { site: string; titles: string; link: string },
): { subject: string; text: string } {
  return { subject: withFacts(subject, facts), text: text.map((one) => withFacts(one, facts)).join('\n\n') };
}
