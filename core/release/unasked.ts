import { regimeById } from '../regimes/catalogue';
import type { Rules } from '../regimes/types';
import type { Setup } from '../setup/types';

/** What stays held for visitors who have not chosen while nobody is asked, under one or several laws. */
export interface HeldUnasked {
  /** Names of the laws; none: for visitors from a place that none of them covers. */
  laws: string[];
  purposes: { name: string; services: string[] }[];
}

/** What waits for a yes that nobody is asked for, while the banner of a release is paused. */
export function heldUnasked({ setup, rules }: { setup: Setup; rules: Rules }): HeldUnasked[] {
  const byHeld = new Map<string, HeldUnasked>();
  // Of visitors whose state is not known nothing is told apart.
  const placed = new Set([...Object.values(rules.places), rules.fallback, rules.elsewhere]);
  for (const { regimes, modes } of rules.rules.filter((_rule, at) => placed.has(at))) {
    const held = setup.purposes.filter(({ id }) => modes[id] === 'opt-in');
    if (held.length === 0) continue;
    const key = held.map(({ id }) => id).join();
    const known = byHeld.get(key) ?? {
      laws: [],
      purposes: held.map(({ id, name }) => ({
        name,
        services: setup.services.filter(({ purpose }) => purpose === id).map((service) => service.name),
      })),
    };
    const names = regimes.map((id) => regimeById(id)?.name ?? id);
    byHeld.set(key, { ...known, laws: [...new Set([...known.laws, ...names])] });
  }
  return [...byHeld.values()];
}
