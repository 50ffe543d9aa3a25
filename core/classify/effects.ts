import { type Mode, regimeById, ruleOf, type SiteRegions } from '../regimes/index';
import type { Setup } from '../setup/types';

/** What visitors under one regime meet, for a purpose. */
export interface RegionEffect {
  regime: string;
  mode: Mode;
}

/** What a purpose means under each regime that a site serves, as if nothing else applied there: no choice made, no signal sent. */
export function effectsOf(
  { purposes, regions }: Pick<Setup, 'purposes'> & { regions: SiteRegions },
  purpose: string,
): RegionEffect[] {
  return regions.regimes.filter(regimeById).map((regime) => ({
    regime,
    mode: ruleOf(regime, purposes, regions.overrides?.[regime]).modes[purpose] ?? 'none',
  }));
}
