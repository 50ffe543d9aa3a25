import { regimeById } from '../regimes/catalogue';
import { resolveRegime } from '../regimes/resolve';
import type { ResolvedRegime } from '../regimes/types';
import type { Setup } from '../setup/types';

/** Laws that a site serves, as they stand on a day (ISO date). What is known no more is left out. */
export const regimesOf = ({ regions }: Pick<Setup, 'regions'>, on: string): ResolvedRegime[] =>
  regions.regimes.filter((id) => regimeById(id)).map((id) => resolveRegime(id, on));

/** Age from which nobody needs a guardian's yes under any of the laws. */
export const strictestChildAge = (regimes: readonly ResolvedRegime[]): number =>
  Math.max(13, ...regimes.map(({ childAge }) => childAge.value));
