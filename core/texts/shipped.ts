import type { ShippedLanguage } from './keys';
import ar from './languages/ar.json';
import bg from './languages/bg.json';
import cs from './languages/cs.json';
import da from './languages/da.json';
import de from './languages/de.json';
import el from './languages/el.json';
import en from './languages/en.json';
import es from './languages/es.json';
import et from './languages/et.json';
import fi from './languages/fi.json';
import fr from './languages/fr.json';
import ga from './languages/ga.json';
import he from './languages/he.json';
import hi from './languages/hi.json';
import hr from './languages/hr.json';
import hu from './languages/hu.json';
import is from './languages/is.json';
import it from './languages/it.json';
import ja from './languages/ja.json';
import ko from './languages/ko.json';
import lt from './languages/lt.json';
import lv from './languages/lv.json';
import mt from './languages/mt.json';
import nl from './languages/nl.json';
import no from './languages/no.json';
import pl from './languages/pl.json';
import pt from './languages/pt.json';
import ptBR from './languages/pt-BR.json';
import ro from './languages/ro.json';
import sk from './languages/sk.json';
import sl from './languages/sl.json';
import sv from './languages/sv.json';
import tr from './languages/tr.json';
import uk from './languages/uk.json';
import zhHans from './languages/zh-Hans.json';
import zhHant from './languages/zh-Hant.json';

/** What ships, by language tag. Written by us, and read by nobody of the organisation until it says so. */
export const SHIPPED: Readonly<Record<string, ShippedLanguage>> = {
  ar,
  bg,
  cs,
  da,
  de,
  el,
  en,
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
