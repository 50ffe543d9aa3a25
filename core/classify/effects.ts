import { decide } from '../regimes/decide';
import { parsePlace } from '../regimes/place';
import type { Mode } from '../regimes/types';
import { rulesOf } from '../setup/rules';
import type { Setup } from '../setup/types';

/** What visitors under one regime meet, for a purpose. */
export interface RegionEffect {
  regime: string;
  mode: Mode;
}

/** What a purpose means in each region that a site serves, by the one decision: no choice made, no signal sent. */
export function effectsOf(setup: Pick<Setup, 'purposes' | 'regions'>, purpose: string): RegionEffect[] {
  const rules = rulesOf(setup);
  return rules.regimes.map(({ id, territory }) => {
    const place = parsePlace(territory[0]);
    // Asked of this regime alone, as if nothing else applied there.
    const only = { ...rules, regimes: rules.regimes.filter((regime) => regime.id === id) };
    return { regime: id, mode: decide(place, { gpc: false }, null, only).modes[purpose] ?? 'ask' };
  });
}
