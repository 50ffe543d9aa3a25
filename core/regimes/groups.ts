import { REGIMES, regimeById } from './catalogue';

/** Groups of places that a rule of a site may name in one word. */
export const PLACE_GROUPS = ['everywhere', 'eea', 'us-states-with-law', 'no-law'] as const;
export type PlaceGroup = (typeof PLACE_GROUPS)[number];

export const isPlaceGroup = (text: string): text is PlaceGroup => PLACE_GROUPS.includes(text as PlaceGroup);

/** Every place that a regime names, sorted. */
export const LAWFUL_PLACES: readonly string[] = [...new Set(REGIMES.flatMap(({ territory }) => territory))].sort();

const countryOf = (code: string) => code.split('-')[0]!;

/** Whether a place code or group covers a place (`US` covers `US-CA`). */
export function covers(place: string, code: string): boolean {
  switch (place) {
    case 'everywhere':
      return true;
    case 'eea':
      return regimeById('eu')!.territory.includes(countryOf(code));
    case 'us-states-with-law':
      return code.startsWith('US-') && LAWFUL_PLACES.includes(code);
    case 'no-law':
      return !LAWFUL_PLACES.includes(code) && !LAWFUL_PLACES.includes(countryOf(code));
    default:
      return place === code || place === countryOf(code);
  }
}
