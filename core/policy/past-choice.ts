import type { PastChoice } from '../consent/choice-history';

/** In which language, and in the words of which release, a choice is told. */
export interface ChoiceWords {
  lang: string;
  /** Of purposes, by id. */
  names: Record<string, string>;
  /** Said of a choice that grants nothing. */
  refused: string;
  /** Where nobody knows its reader's own. */
  timeZone?: string;
}

/**
 * A choice in one line: which record, since when, under which version, and what it grants. Stands for itself, since its
 * text goes into pages of the site.
 */
export function pastChoice({ record, release, atSeconds, purposes }: PastChoice, words: ChoiceWords): string {
  const { lang, names, refused, timeZone } = words;
  const timeStyle = timeZone ? 'long' : 'short';
  const at = new Intl.DateTimeFormat(lang, { dateStyle: 'long', timeStyle, timeZone }).format(atSeconds * 1000);
  const granted = Object.keys(names).filter((id) => purposes[id] === true);
  return `${record}, ${at}, v${release}: ${granted.map((id) => names[id]).join(', ') || refused}`;
}
