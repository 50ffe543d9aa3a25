import type { PlaceRule, Rules } from './types';

/**
 * The rules without what only the reasoning needs: whose each value is. Treatments that come to the same are one, and a
 * state that is treated as its country, or a country as any that is not listed, is left out. `decide` comes to the same by them, but for regimes and trace.
 */
export function slimRules({ purposes, rules, places, stateUnknown, fallback, elsewhere }: Rules): Rules {
  const kept: PlaceRule[] = [];
  const known = new Map<string, number>();
  const slim = (at: number): number => {
    const { from: _from, siteRule: _siteRule, ...rule } = rules[at]!;
    const bare = { ...rule, regimes: [] };
    const key = JSON.stringify(bare);
    const position = known.get(key) ?? kept.push(bare) - 1;
    known.set(key, position);
    return position;
  };
  const all = Object.fromEntries(Object.entries(places).map(([code, at]) => [code, at < 0 ? at : slim(at)]));
  const unlisted = slim(elsewhere ?? fallback);
  const telling = Object.entries(all).filter(([code, at]) => {
    const [country, state] = code.split('-') as [string, string?];
    return at !== (state ? (all[country] ?? unlisted) : unlisted);
  });
  return {
    purposes,
    places: Object.fromEntries(telling),
    stateUnknown: Object.fromEntries(Object.entries(stateUnknown).map(([country, at]) => [country, slim(at)])),
    fallback: slim(fallback),
    ...(elsewhere !== undefined && { elsewhere: slim(elsewhere) }),
    rules: kept,
  };
}
