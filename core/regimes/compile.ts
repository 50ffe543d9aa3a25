import { REGIMES, regimeById } from './catalogue';
import { covers, isPlaceGroup, LAWFUL_PLACES, type PlaceGroup } from './groups';
import { innermost, joined, type RegimeOverride, type RuledPurpose, ruleOf } from './place-rule';
import { GPC_STOPS, type Mode, type PlaceRule, type Rules } from './types';

/**
 * How a site's rule treats visitors. `law`: by the law of their place, served or not. `regime`: as those of another one.
 * `stricter`: by the law of their place and by another regime, whichever asks more. `nothing`: nothing is asked and
 * nothing shown.
 */
export const TREATMENTS = ['law', 'stricter', 'regime', 'nothing'] as const;
export type Treatment = (typeof TREATMENTS)[number];

/** One rule of a site: visitors in these places are treated so. */
export interface SiteRule extends RegimeOverride {
  /** Place codes and groups. */
  places: readonly (string | PlaceGroup)[];
  treat: Treatment;
  /** Id of the other regime, where the treatment wants one. */
  regime?: string;
  /** Why it asks less than the law. */
  reason?: string;
}

/** What the rules of a site are compiled from. */
export interface SiteRegions {
  /** Ids of the regimes served. */
  regimes: readonly string[];
  /** Id of the regime for a place that is unknown or that none of them covers. */
  fallback: string;
  /** The organisation's own values, by regime. */
  overrides?: Record<string, RegimeOverride | undefined>;
  /** Ids of the regimes for which the banner has a wording of its own. */
  worded?: readonly string[];
  /** In order: the first that covers a place is its treatment. What none covers is by the regimes served. */
  rules?: readonly SiteRule[];
}

/**
 * Compiles a site's regimes and rules to one rule for each place, as the laws stand on a day (ISO date). Of a line only
 * the innermost regime applies; where several lines meet, the stricter value of each field wins and the rule remembers
 * whose it is.
 */
export function compileRules(purposes: readonly RuledPurpose[], regions: SiteRegions, on: string): Rules {
  const { overrides = {}, rules: siteRules = [], worded = [] } = regions;
  const served = regions.regimes.filter((id) => isInForce(id, on));
  const rules: PlaceRule[] = [];
  const known = new Map<string, number>();
  const keep = (key: string, make: () => PlaceRule): number => {
    let at = known.get(key);
    if (at === undefined) {
      at = rules.push(make()) - 1;
      known.set(key, at);
    }
    return at;
  };
  const byRegimes = (ids: readonly string[], siteRule?: number): number => {
    const own = siteRule === undefined ? {} : siteRules[siteRule]!;
    return keep(`${siteRule ?? ''} ${ids.join(' ')}`, () => ({
      ...joined(
        ids.map((id) => ruleOf(id, purposes, { ...merged(overrides[id], own), ownWording: worded.includes(id) }, on)),
      ),
      ...(siteRule !== undefined && { siteRule: siteRule + 1 }),
    }));
  };
  /** By the site's own rules; `undefined`: none covers it. `code` is null for whatever is named nowhere. */
  const bySiteRules = (code: string | null): number | undefined => {
    const at = siteRules.findIndex(({ places }) => places.some((place) => covers(place, code ?? '')));
    const rule = siteRules[at];
    if (!rule) return undefined;
    if (rule.treat === 'nothing') return keep(`nothing ${at}`, () => nothingAsked(purposes, at + 1));
    const laws = code === null ? ['world'] : lawsAt(code, on);
    const other = rule.regime && regimeById(rule.regime) ? [rule.regime] : [];
    if (rule.treat === 'regime' && other.length > 0) return byRegimes(other, at);
    return byRegimes(rule.treat === 'stricter' ? [...new Set([...laws, ...other])] : laws, at);
  };
  const byServed = (code: string): number | undefined => {
    const ids = served.filter((id) => regimeById(id)!.territory.some((one) => covers(one, code)));
    return ids.length > 0 ? byRegimes(innermost(ids)) : undefined;
  };

  const named = siteRules.flatMap(({ places }) => places.filter((place) => !isPlaceGroup(place)));
  const elsewhere = bySiteRules(null);
  const places: Rules['places'] = {};
  const states = new Map<string, Set<number>>();
  for (const code of [...new Set([...LAWFUL_PLACES, ...named])].sort()) {
    const at = bySiteRules(code) ?? byServed(code);
    if (at === undefined) {
      if (elsewhere !== undefined) places[code] = NOBODYS;
      continue;
    }
    places[code] = at;
    const [country, state] = code.split('-') as [string, string?];
    // A country stands first in the order of codes, and counts for its states.
    if (state)
      states.set(
        country,
        (
          states.get(country) ??
          new Set(places[country] === undefined || places[country] === NOBODYS ? [] : [places[country]])
        ).add(at),
      );
  }
  const fallback = byRegimes([fallbackOf(regions, served)]);
  // Where rules of the site reach only some states of a country, a visitor may as well be from another.
  for (const [country, all] of states)
    if ((places[country] ?? NOBODYS) === NOBODYS && [...all].some((at) => rules[at]!.siteRule !== undefined))
      all.add(places[country] === undefined ? (elsewhere ?? fallback) : fallback);
  const stateUnknown = [...states].map(([country, all]): [string, number] => [
    country,
    all.size === 1
      ? [...all][0]!
      : keep(`any of ${[...all].join(' ')}`, () => joined([...all].map((at) => rules[at]!))),
  ]);
  return {
    purposes: purposes.map(({ id, necessary, activities = [] }) => ({
      id,
      ...(necessary && { necessary }),
      ...(activities.some((activity) => GPC_STOPS.includes(activity)) && { soldOrShared: true }),
    })),
    rules,
    places,
    stateUnknown: Object.fromEntries(stateUnknown),
    fallback,
    ...(elsewhere !== undefined && { elsewhere }),
  };
}

/** One that ships no more is stood in for by another that is served, at the worst by what asks most. */
function fallbackOf({ fallback }: SiteRegions, served: readonly string[]): string {
  return [fallback, ...served].find((id) => served.includes(id)) ?? (regimeById(fallback) ? fallback : 'eu');
}

const NOBODYS = -1;

/** Whether a regime holds on a day; one that does not ship any more holds on none. */
export function isInForce(id: string, on: string): boolean {
  const regime = regimeById(id);
  return regime !== undefined && regime.inForce.from <= on && (!regime.inForce.until || on < regime.inForce.until);
}

/** The laws that hold in a place on a day, served or not; where there is none, what stands for the rest of the world. */
export function lawsAt(code: string, on: string): string[] {
  const laws = REGIMES.filter(({ id, territory }) => isInForce(id, on) && territory.some((one) => covers(one, code)));
  return laws.length > 0 ? innermost(laws.map(({ id }) => id)) : ['world'];
}

function merged(regime: RegimeOverride = {}, { modes, yesDays, refusalDays, askAgainDays }: RegimeOverride) {
  const days = { yesDays, refusalDays, askAgainDays };
  const said = Object.fromEntries(Object.entries(days).filter(([, value]) => value !== undefined));
  return { ...regime, ...said, modes: { ...regime.modes, ...modes } };
}

function nothingAsked(purposes: readonly RuledPurpose[], siteRule: number): PlaceRule {
  return {
    regimes: [],
    modes: Object.fromEntries(purposes.map(({ id }): [string, Mode] => [id, 'none'])),
    gpc: 'ignored',
    yesDays: null,
    refusalDays: null,
    askAgainDays: null,
    siteRule,
  };
}
