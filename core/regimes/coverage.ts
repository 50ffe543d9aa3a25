import { compileRules, lawsAt, type SiteRegions } from './compile';
import { ruleFor } from './decide';
import { covers } from './groups';
import { type LaxerField, laxerFields } from './laxer';
import { parsePlace } from './place';
import { joined, type RuledPurpose, ruleOf } from './place-rule';
import type { PlaceRule, TraceStep } from './types';

/** Which rule of a site takes which places. */
export interface Coverage {
  /** By rule, in their order: the places it takes, and those it names that an earlier rule (from 1) takes before it. */
  rules: { takes: string[]; lost: { place: string; to: number }[] }[];
  /** By the law of their place, as served. */
  served: string[];
  /** Nothing covers them: as the fallback. */
  left: string[];
  /** Where less is asked than the law of the place does, and by which rule; `null`: by what is served, or the fallback. */
  laxer: { place: string; rule: number | null; fields: LaxerField[] }[];
}

/** Tells of a place what its law comes to for a site's purposes, whatever the site settled. `null`: no law is known there. */
export function lawReader(purposes: readonly RuledPurpose[], on: string): (place: string) => PlaceRule | null {
  const known = new Map<string, PlaceRule | null>();
  return (place) => {
    const laws = lawsAt(place, on);
    const key = laws.join(' ');
    let rule = known.get(key);
    if (rule === undefined) {
      rule = laws[0] === 'world' ? null : joined(laws.map((id) => ruleOf(id, purposes, undefined, on)));
      known.set(key, rule);
    }
    return rule;
  };
}

/** Counts what each rule of a site covers among `places` on a day, and what is left. */
export function coverageOf(
  purposes: readonly RuledPurpose[],
  regions: SiteRegions,
  on: string,
  places: readonly string[],
): Coverage {
  const { rules: siteRules = [] } = regions;
  const table = compileRules(purposes, regions, on);
  const lawAt = lawReader(purposes, on);
  const coverage: Coverage = { rules: siteRules.map(() => ({ takes: [], lost: [] })), served: [], left: [], laxer: [] };
  for (const place of places) {
    const why: TraceStep[] = [];
    const rule = ruleFor(parsePlace(place), table, why);
    const takenBy = rule.siteRule;
    if (takenBy !== undefined) coverage.rules[takenBy - 1]!.takes.push(place);
    else (why.some(({ code }) => code === 'place-unserved') ? coverage.left : coverage.served).push(place);
    siteRules.forEach((one, i) => {
      if (takenBy !== undefined && i >= takenBy && one.places.some((named) => covers(named, place)))
        coverage.rules[i]!.lost.push({ place, to: takenBy });
    });
    const law = lawAt(place);
    const fields = law ? laxerFields(rule, law) : [];
    if (fields.length > 0) coverage.laxer.push({ place, rule: takenBy ?? null, fields });
  }
  return coverage;
}
