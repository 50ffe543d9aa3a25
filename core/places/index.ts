import { iso31661, iso31662 } from 'iso-3166';
import { covers, LAWFUL_PLACES } from '../regimes/groups';
import { parsePlace } from '../regimes/place';

/** A country or one of its subdivisions, by ISO 3166. */
export interface NamedPlace {
  code: string;
  name: string;
  /** Of a subdivision, at whatever level: the country that it lies in. */
  country?: string;
}

const SHORT_NAMES = new Intl.DisplayNames(['en'], { type: 'region' });

/** Every country (ISO 3166-1), by the name that people use. */
export const COUNTRIES: readonly NamedPlace[] = iso31661
  .map(({ alpha2, name }) => ({ code: alpha2, name: SHORT_NAMES.of(alpha2) ?? name }))
  .sort((a, b) => a.name.localeCompare(b.name));

/** ISO 3166-1 numeric code → alpha-2; what maps carry. */
export const ALPHA2_BY_NUMERIC: ReadonlyMap<string, string> = new Map(
  iso31661.map(({ numeric, alpha2 }) => [numeric, alpha2]),
);

const COUNTRY_CODES = new Set(COUNTRIES.map(({ code }) => code));
const SUBDIVISIONS: readonly NamedPlace[] = iso31662.map(({ code, name }) => ({
  code,
  name,
  country: code.slice(0, 2),
}));
const NAMES = new Map([...COUNTRIES, ...SUBDIVISIONS].map(({ code, name }) => [code, name]));

/** A place by its name: "Germany", "California"; the code itself where none is known. */
export const placeName = (code: string): string => NAMES.get(code) ?? code;

/** Parts of the United States that ISO 3166-1 lists as countries of their own too. */
const COUNTRIES_TOO = new Set(['US-AS', 'US-GU', 'US-MP', 'US-PR', 'US-UM', 'US-VI']);

/** Subdivisions of a country, sorted by name, without those that are countries in the list of countries. */
export function subdivisionsOf(country: string): NamedPlace[] {
  return SUBDIVISIONS.filter((place) => place.country === country && !COUNTRIES_TOO.has(place.code)).sort((a, b) =>
    a.name.localeCompare(b.name),
  );
}

/**
 * Every place that may be treated otherwise than another: all countries, the subdivisions of those that have laws of their
 * states, and the unknown place.
 */
export const EVERY_PLACE: readonly string[] = [
  ...COUNTRIES.map(({ code }) => code),
  ...[...new Set(LAWFUL_PLACES.filter((code) => code.includes('-')).map((code) => code.slice(0, 2)))].flatMap(
    (country) => subdivisionsOf(country).map(({ code }) => code),
  ),
  '',
];

/** A place as a list names it; a country with laws of its states stands for a visitor whose state is unknown. */
export function placeLabel(code: string): string {
  if (!code) return 'unknown place';
  const name = placeName(code);
  return EVERY_PLACE.some((one) => one.startsWith(`${code}-`)) ? `${name}, state unknown` : name;
}

/** Places as a list in a sentence. The members of the European Economic Area together are one. `most`: so many are named. */
export function placesWords(codes: readonly string[], most = Number.POSITIVE_INFINITY): string {
  const eea = EVERY_PLACE.filter((code) => code.length === 2 && covers('eea', code));
  const whole = eea.every((code) => codes.includes(code));
  const single = codes.filter((code) => !(whole && eea.includes(code))).map(placeLabel);
  const names = [...(whole ? ['the European Economic Area'] : []), ...single];
  return names.length <= most ? names.join(', ') : `${names.slice(0, most).join(', ')} and ${names.length - most} more`;
}

/** What is wrong with a place code, and what would be right; `null`: it exists. */
export function placeProblem(text: string): string | null {
  const place = parsePlace(text);
  const code = text.trim().toUpperCase().replace('_', '-');
  if (!place) return `"${text}" is not a place code such as DE or US-CA`;
  if (NAMES.has(code)) return null;
  if (!COUNTRY_CODES.has(place.country)) {
    const states = SUBDIVISIONS.filter((one) => one.code.slice(3) === place.country).map((one) => one.code);
    const hint = states.includes(`US-${place.country}`) ? `; the state is US-${place.country}` : '';
    return `there is no country "${place.country}" in ISO 3166-1${hint}`;
  }
  return `${placeName(place.country)} has no subdivision "${place.subdivision}" in ISO 3166-2`;
}
