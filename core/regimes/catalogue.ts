import { eu } from './data/eu';
import { usCa } from './data/us-ca';
import type { Regime } from './types';

/** Every regime that ships. To add one is to add a file under `data/` and its line here. */
export const REGIMES: readonly Regime[] = [eu, usCa];

/** `undefined`: no regime of this id ships. */
export function regimeById(id: string): Regime | undefined {
  return REGIMES.find((regime) => regime.id === id);
}
