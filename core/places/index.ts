import { iso31661, iso31662 } from 'iso-3166';
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
