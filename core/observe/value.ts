/** What a stored value looks like. The value itself is never kept. */
export const VALUE_FORMS = [
  'empty',
  'flag',
  'number',
  'time',
  'language',
  'word',
  'identifier',
  'structured',
  'text',
] as const;
export type ValueForm = (typeof VALUE_FORMS)[number];

/** The value of one item as several new visitors got it. Digests tell only whether two values were the same. */
export interface ValueSeen {
  form: ValueForm;
  /** Characters, the longest seen. */
  length: number;
  /** Visits by new visitors on which a value was seen. */
  visits: number;
  /** Short one-way digests of the values that differed, the first few. */
  digests: string[];
}

const MOST_DIGESTS = 9;
const LANGUAGE = /^[a-z]{2,3}([-_][A-Za-z]{2,4})?$/;
/** The words that two or three letters are more often than a language. */
const FLAGS = /^(0|1|y|n|t|f|true|false|yes|no|on|off|ok|null|none|denied|granted)$/i;

/** The form of a value, by its characters alone. `9f3c-…` is an identifier; `en-GB` is a language; `1` is a flag. */
export function valueForm(raw: string): ValueForm {
  const value = decoded(raw).trim();
  if (value === '') return 'empty';
  if (FLAGS.test(value)) return 'flag';
  if (/^1[5-9]\d{8}(\d{3})?$/.test(value)) return 'time';
  if (/^[\d.,-]{1,9}$/.test(value)) return 'number';
  if (LANGUAGE.test(value)) return 'language';
  if (/^[[{]/.test(value) || /^[\w.-]+[=:][^=]*([&|;,~][\w.-]+[=:])/.test(value)) return 'structured';
  if (/^[a-z_-]{2,20}$/i.test(value)) return 'word';
  if (/^[\w.:+/=~!|-]{8,}$/.test(value) && (/\d/.test(value) || value.length >= 20)) return 'identifier';
  return 'text';
}

/** Two sightings of one item's value by different visitors. */
export function joinValues(a: ValueSeen | undefined, b: ValueSeen | undefined): ValueSeen | undefined {
  if (!a || !b) return a ?? b;
  return {
    form: b.length > a.length ? b.form : a.form,
    length: Math.max(a.length, b.length),
    visits: a.visits + b.visits,
    digests: [...new Set([...a.digests, ...b.digests])].slice(0, MOST_DIGESTS),
  };
}

/**
 * How a value behaves over visits. Every visit of a scan is by a new visitor, so what differs each time is made for
 * that visitor. `null`: seen once only, which tells nothing.
 */
export function valueOverVisits({ visits, digests }: ValueSeen): 'constant' | 'differs' | 'varies' | null {
  if (visits < 2) return null;
  if (digests.length === 1) return 'constant';
  return digests.length >= Math.min(visits, MOST_DIGESTS) ? 'differs' : 'varies';
}

/** Whether a value tells one visitor from another: opaque, and not seen to be the same for all. */
export function tellsApart(value: ValueSeen | undefined): boolean {
  if (!value) return false;
  const over = valueOverVisits(value);
  if (over === 'constant') return false;
  return value.form === 'identifier' || (over === 'differs' && ['text', 'structured'].includes(value.form));
}

const FORM_WORDS: Record<ValueForm, string> = {
  empty: 'nothing',
  flag: 'a flag',
  number: 'a small number',
  time: 'a point in time',
  language: 'a language',
  word: 'a word',
  identifier: 'what looks like an identifier',
  structured: 'several values in one',
  text: 'a text',
};

/** Form and behaviour of a value as a sentence. */
export function valueWords(value: ValueSeen): string {
  const what = `Holds ${FORM_WORDS[value.form]} of ${value.length} characters`;
  const over = valueOverVisits(value);
  if (over === null) return `${what}; seen at one visit.`;
  if (over === 'constant') return `${what}, the same at all ${value.visits} visits.`;
  if (over === 'differs') return `${what}, another at each of ${value.visits} visits: every visitor gets his own.`;
  return `${what}, of which ${value.digests.length} were seen at ${value.visits} visits.`;
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text; // a stray percent sign; then it is taken as it stands
  }
}
