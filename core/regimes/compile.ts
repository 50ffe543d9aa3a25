import { regimeById } from './catalogue';
import { lineOf, resolveRegime } from './resolve';
import { strictest } from './strictness';
import { type Activity, GPC_STOPS, type Mode, type ModeKey, type PlaceRule, type Rules } from './types';

/** What the rules of a site are compiled from. */
export interface SiteRegions {
  /** Ids of the regimes served. */
  regimes: readonly string[];
  /** Id of the regime for a place that is unknown or that none of them covers. */
  fallback: string;
  /** The organisation's own values, by regime. */
  overrides?: Record<string, RegimeOverride | undefined>;
}

export interface RegimeOverride {
  modes?: Partial<Record<ModeKey, Mode>>;
  yesDays?: number;
  refusalDays?: number;
  askAgainDays?: number;
}

export interface RuledPurpose {
  id: string;
  necessary?: boolean;
  activities?: readonly Activity[];
}

/**
 * Compiles a site's regimes to one rule for each place, as they stand on a day (ISO date). Of a line only the innermost
 * regime applies; where several lines meet, the stricter value of each field wins and the rule remembers whose it is.
 */
export function compileRules(purposes: readonly RuledPurpose[], regions: SiteRegions, on: string): Rules {
  const served = regions.regimes.filter((id) => isInForce(id, on));
  const rules: PlaceRule[] = [];
  const known = new Map<string, number>();
  const ruleFor = (ids: readonly string[]): number => {
    const applying = innermost(ids);
    const key = applying.join(' ');
    let at = known.get(key);
    if (at === undefined) {
      at = rules.push(joined(applying.map((id) => ruleOf(id, purposes, regions.overrides?.[id], on)))) - 1;
      known.set(key, at);
    }
    return at;
  };
  const territories = served.map((id) => ({ id, territory: regimeById(id)!.territory }));
  const codes = [...new Set(territories.flatMap(({ territory }) => territory))].sort();
  const within = (test: (code: string) => boolean) =>
    territories.filter(({ territory }) => territory.some(test)).map(({ id }) => id);

  const places: Rules['places'] = {};
  const stateUnknown: Rules['stateUnknown'] = {};
  for (const code of codes) {
    const [country] = code.split('-') as [string];
    places[code] = ruleFor(within((one) => one === code || one === country));
    if (code !== country)
      stateUnknown[country] = ruleFor(within((one) => one === country || one.startsWith(`${country}-`)));
  }
  return {
    purposes: purposes.map(({ id, necessary, activities = [] }) => ({
      id,
      ...(necessary && { necessary }),
      ...(activities.some((activity) => GPC_STOPS.includes(activity)) && { soldOrShared: true }),
    })),
    rules,
    places,
    stateUnknown,
    fallback: ruleFor([served.includes(regions.fallback) ? regions.fallback : (served[0] ?? regions.fallback)]),
  };
}

function isInForce(id: string, on: string): boolean {
  const regime = regimeById(id);
  return regime !== undefined && regime.inForce.from <= on && (!regime.inForce.until || on < regime.inForce.until);
}

/** Without those from which another of them has what it does not say itself. */
function innermost(ids: readonly string[]): string[] {
  const parents = new Set(
    ids.flatMap((id) =>
      lineOf(id)
        .slice(0, -1)
        .map((regime) => regime.id),
    ),
  );
  return ids.filter((id) => !parents.has(id));
}

/** How one regime treats a site's purposes on a day, with the organisation's own values on top; see `resolveRegime`. */
export function ruleOf(
  id: string,
  purposes: readonly RuledPurpose[],
  override: RegimeOverride = {},
  on?: string,
): PlaceRule {
  const regime = resolveRegime(id, on);
  const modeOf = (key: ModeKey) =>
    override.modes?.[key] ?? regime.modes[key]?.value ?? override.modes?.default ?? regime.modes.default.value;
  const modes: Record<string, Mode> = {};
  for (const { id: purpose, necessary, activities = [] } of purposes) {
    if (necessary) continue;
    const keys: ModeKey[] = activities.length > 0 ? [...activities] : ['default'];
    modes[purpose] = strictest('mode', keys.map(modeOf));
  }
  return {
    regimes: [id],
    modes,
    gpc: regime.gpc.value,
    yesDays: override.yesDays ?? regime.yesDays.value,
    refusalDays: override.refusalDays ?? regime.refusalDays.value,
    askAgainDays: override.askAgainDays ?? regime.askAgainDays.value,
  };
}

/** Several rules that hold at once, as one. */
function joined(all: readonly PlaceRule[]): PlaceRule {
  const [first] = all;
  if (all.length === 1) return first!;
  const each = <T>(of: (rule: PlaceRule) => T): T[] => all.map(of);
  const modes: Record<string, Mode> = {};
  const from: Record<string, string> = {};
  for (const purpose of Object.keys(first!.modes)) {
    const treated = each((rule) => rule.modes[purpose]!);
    const mode = strictest('mode', treated);
    modes[purpose] = mode;
    from[purpose] = all.find((rule) => rule.modes[purpose] === mode)!.regimes[0]!;
  }
  const gpc = each((rule) => rule.gpc);
  const yes = each((rule) => rule.yesDays);
  const refusal = each((rule) => rule.refusalDays);
  const askAgain = each((rule) => rule.askAgainDays);
  return {
    regimes: all.flatMap((rule) => rule.regimes),
    modes,
    gpc: strictest('gpc', gpc),
    yesDays: strictest('yesDays', yes),
    refusalDays: strictest('refusalDays', refusal),
    askAgainDays: strictest('askAgainDays', askAgain),
    from,
  };
}
