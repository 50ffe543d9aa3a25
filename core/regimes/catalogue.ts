import { eu } from './data/eu';
import { fr } from './data/fr';
import { uk } from './data/uk';
import { usCa } from './data/us-ca';
import { usCo } from './data/us-co';
import type { Regime } from './types';

/** Every regime that ships. To add one is to add a file under `data/` and its line here. */
export const REGIMES: readonly Regime[] = [eu, fr, uk, usCa, usCo];

/** `undefined`: no regime of this id ships. */
export function regimeById(id: string): Regime | undefined {
  return REGIMES.find((regime) => regime.id === id);
}
