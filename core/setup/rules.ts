import { regimeById } from '../regimes/catalogue';
import type { Rules } from '../regimes/types';
import type { Setup } from './types';

/** The rules that `decide` needs, from a setup: the regimes' data with the organisation's own settings on top. */
export function rulesOf(setup: Pick<Setup, 'purposes' | 'regions'>): Rules {
  return {
    purposes: setup.purposes.map(({ id, necessary, sale }) => ({
      id,
      ...(necessary && { necessary }),
      ...(sale && { sale }),
    })),
    regimes: setup.regions.regimes.flatMap((id) => {
      const regime = regimeById(id);
      if (!regime) return [];
      const override = setup.regions.overrides?.[id];
      const sale = override?.sale ?? regime.modes.sale;
      return {
        id,
        territory: regime.territory,
        modes: { default: override?.default ?? regime.modes.default, ...(sale && { sale }) },
        gpc: regime.gpc,
        choiceDays: override?.choiceDays ?? regime.choiceDays,
      };
    }),
    fallback: setup.regions.fallback,
  };
}
