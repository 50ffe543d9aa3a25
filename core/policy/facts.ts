import { regimeById } from '../regimes/catalogue';
import { covers } from '../regimes/groups';
import { resolveRegime } from '../regimes/resolve';
import type { ResolvedRegime } from '../regimes/types';
import type { Setup } from '../setup/types';

/** Laws that a site serves, as they stand on a day (ISO date). What is known no more is left out. */
export const regimesOf = ({ regions }: Pick<Setup, 'regions'>, on: string): ResolvedRegime[] =>
  regions.regimes.filter((id) => regimeById(id)).map((id) => resolveRegime(id, on));

/** Whether a policy is for people of a place (by its code), by the places it names; of whom nobody knows where he is, it is. */
export const isForPlace = (places: readonly string[], code: string | null): boolean =>
  places.length === 0 || code === null || places.some((place) => covers(place, code));

/** Age from which nobody needs a guardian's yes under any of the laws. */
export const strictestChildAge = (regimes: readonly ResolvedRegime[]): number =>
  Math.max(13, ...regimes.map(({ childAge }) => childAge.value));
