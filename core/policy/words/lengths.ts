import { POLICY_LANGUAGES } from './index';

const DAY = 86_400;
/** Seconds of a unit. A year has 365 days or 366, a month 28 to 31. */
const SECONDS = { hour: 3_600, day: DAY, week: 7 * DAY, month: 30.5 * DAY, year: 365.25 * DAY };
type TimeUnit = keyof typeof SECONDS;
/** Between them they bring out all forms that languages count with (CLDR plural rules). */
const COUNTS = [1, 2, 3, 5, 11, 13, 21, 100];

/** How the languages of policies call a unit of time after a number, as the browser knows them. */
function formsOf(unit: TimeUnit): string[] {
  return POLICY_LANGUAGES.flatMap((language) => {
    const format = new Intl.NumberFormat(`${language}-u-nu-latn`, { style: 'unit', unit, unitDisplay: 'long' });
    return COUNTS.map((count) => format.formatToParts(count))
      .filter((parts) => parts.some(({ type }) => type === 'integer'))
      .flatMap((parts) => parts.filter(({ type }) => type === 'unit').map(({ value }) => value.toLowerCase()))
      .filter((form) => !/^[a-z]$/.test(form));
  });
}

const UNIT_OF = new Map(
  (Object.keys(SECONDS) as TimeUnit[]).flatMap((unit) => formsOf(unit).map((form) => [form, unit])),
);
const FORMS = [...UNIT_OF.keys()].sort((a, b) => b.length - a.length).join('|');
// German adds an n. What stands after a month in Japanese, Chinese or Korean is a date.
const LENGTH = new RegExp(`(?<!\\d|[月월]\\s?)(\\d{1,3})[\\s-]*(${FORMS})n?(?!\\p{L})`, 'giu');

/** The longest time that a text names, in seconds; 0: it names none. It is read in every language at once. */
export function longestIn(text: string): number {
  const named = [...text.matchAll(LENGTH)].map(([, count, form]) => Number(count) * secondsOf(form!));
  return Math.max(0, ...named);
}

const secondsOf = (form: string): number => SECONDS[UNIT_OF.get(form.toLowerCase())!];
