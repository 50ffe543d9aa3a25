import { expect, it } from 'vitest';
import {
  ACTIVITIES,
  type Activity,
  type Choice,
  compileRules,
  coverageOf,
  type Explained,
  explain,
  GPC_STOPS,
  lineOf,
  MODES,
  parsePlace,
  placeCode,
  REGIMES,
  type ResolvedRegime,
  resolveRegime,
  type Signals,
  type SiteRule,
  slimRules,
  TREATMENTS,
} from './index';

const ROUNDS = 400;
const DAYS = ['2019-03-01', '2023-01-15', '2024-10-02', '2025-07-20', '2026-01-01', '2026-07-01', '2027-06-01'];
const CODES = [...new Set(REGIMES.flatMap(({ territory }) => territory)), 'US-NV', 'CA-ON', 'ZM', 'US', 'CA', ''];

/** The same numbers at every run. */
let seed = 11;
const below = (n: number) => {
  seed = (seed * 48_271) % 2_147_483_647;
  return seed % n;
};
const one = <T>(of: readonly T[]): T => of[below(of.length)]!;
const some = <T>(of: readonly T[]): T[] => of.filter(() => below(3) === 0);

interface Purpose {
  id: string;
  activities: Activity[];
}

/** The regimes that hold for a visitor, without looking at how rules are compiled. */
function holding(place: string, served: readonly string[], fallback: string, on: string): ResolvedRegime[] {
  const inForce = served
    .map((id) => resolveRegime(id, on))
    .filter(({ inForce: { from, until } }) => from <= on && (!until || on < until));
  const [country, state] = place.split('-');
  const there = inForce.filter(({ territory }) =>
    territory.some((code) => code === country || code === place || (!state && code.split('-')[0] === country)),
  );
  const parents = new Set(
    there.flatMap(({ id }) =>
      lineOf(id)
        .slice(0, -1)
        .map((regime) => regime.id),
    ),
  );
  const nearest = there.filter(({ id }) => !parents.has(id));
  if (nearest.length > 0) return nearest;
  return [resolveRegime(inForce.some(({ id }) => id === fallback) ? fallback : (inForce[0]?.id ?? fallback), on)];
}

/** What a law wants of a child of an age for a purpose, read straight from its fields. */
function childNeed(regime: ResolvedRegime, { activities }: Purpose, age: number, optIn: boolean): string[] {
  const band = regime.minors.value.find(({ under }) => age < under);
  return [
    ...(band && (activities.length > 0 ? activities : ['default' as const]).some((key) => band.of.includes(key))
      ? [band.needs]
      : []),
    ...((optIn || activities.some((key) => GPC_STOPS.includes(key))) && age < regime.childAge.value
      ? ['guardian']
      : []),
  ];
}

/** Whether one law lets a purpose run, read straight from its fields. */
function allows(regime: ResolvedRegime, purpose: Purpose, signals: Signals, choice: Choice | null): boolean {
  const { id, activities } = purpose;
  const { gpc, guardian } = signals;
  const treated =
    activities.length > 0 ? activities.map((key) => regime.modes[key] ?? regime.modes.default) : [regime.modes.default];
  const strictest = Math.max(...treated.map(({ value }) => MODES.indexOf(value)));
  const said = choice?.purposes[id];
  const age = choice?.ageDays ?? 0;
  const signal = gpc && regime.gpc.value !== 'ignored' && activities.some((key) => GPC_STOPS.includes(key));
  if (signal && !(said === true && choice?.gpc)) return false;
  const needs = signals.age === undefined ? [] : childNeed(regime, purpose, signals.age, MODES[strictest] === 'opt-in');
  if (needs.includes('forbidden') || (needs.includes('guardian') && !guardian)) return false;
  if (needs.length > 0 && said !== true) return false;
  if (MODES[strictest] !== 'opt-in') return said !== false;
  return said === true && age < (regime.yesDays.value ?? Number.POSITIVE_INFINITY);
}

/** Why a purpose runs or not, as the trace has it. */
function explained({ trace, modes, granted }: Explained, id: string): boolean {
  const of = trace.filter((step) => 'purpose' in step && step.purpose === id);
  const aged = of.some((step) => step.code === 'age');
  const mode = of.some((step) => step.code === 'mode' && (step.mode === modes[id] || (aged && modes[id] === 'opt-in')));
  const refused = of.some(
    (step) =>
      (step.code === 'choice' && !step.granted) ||
      step.code === 'lapsed' ||
      (step.code === 'gpc' && !step.knowingly) ||
      (step.code === 'age' && !step.met),
  );
  const yes = of.some((step) => step.code === 'choice' && step.granted);
  return mode && (granted[id] ? modes[id] !== 'opt-in' || yes : refused || (modes[id] === 'opt-in' && !yes));
}

it('grants nothing that any law that holds forbids, and explains each grant and each refusal', () => {
  const seen = { granted: 0, refused: 0 };
  for (let round = 0; round < ROUNDS; round++) {
    const purposes: Purpose[] = Array.from({ length: 4 }, (_, i) => ({ id: `p${i}`, activities: some(ACTIVITIES) }));
    const served = [...new Set([...some(REGIMES), one(REGIMES)].map(({ id }) => id))];
    const fallback = one(served);
    const on = one(DAYS);
    const rules = compileRules(purposes, { regimes: served, fallback }, on);
    for (let visitor = 0; visitor < 8; visitor++) {
      const place = one(CODES);
      const signals: Signals = {
        gpc: below(3) === 0,
        ...(below(3) === 0 && { age: one([5, 9, 12, 13, 14, 15, 16, 17, 19, 30]), guardian: below(2) === 0 }),
      };
      const choice: Choice | null =
        below(3) === 0
          ? null
          : {
              purposes: Object.fromEntries(purposes.map(({ id }) => [id, below(2) === 0])),
              gpc: below(2) === 0,
              ageDays: one([0, 100, 181, 183, 366, 800]),
            };
      const decision = explain(parsePlace(place), signals, choice, rules);
      const laws = holding(place, served, fallback, on);
      const what = JSON.stringify({ place, on, signals, choice, served, fallback });
      for (const purpose of purposes) {
        const granted = decision.granted[purpose.id]!;
        seen[granted ? 'granted' : 'refused'] += 1;
        if (granted)
          for (const law of laws) expect([law.id, allows(law, purpose, signals, choice)], what).toEqual([law.id, true]);
        expect(explained(decision, purpose.id), `${what} ${purpose.id} ${JSON.stringify(decision.trace)}`).toBe(true);
      }
    }
  }
  expect(Math.min(seen.granted, seen.refused)).toBeGreaterThan(2000); // or it would have tried only one of the two
});

it('comes to the same by what visitors carry as by the whole, with any rules of a site', () => {
  const asked = new Set<boolean>();
  for (let round = 0; round < ROUNDS; round++) {
    const purposes: Purpose[] = Array.from({ length: 3 }, (_, i) => ({ id: `p${i}`, activities: some(ACTIVITIES) }));
    const served = [...new Set([...some(REGIMES), one(REGIMES)].map(({ id }) => id))];
    const siteRules = Array.from({ length: below(4) }, (): SiteRule => {
      const treat = one(TREATMENTS);
      return {
        places: [one([...CODES, 'eea', 'us-states-with-law', 'no-law', 'everywhere']) || 'DE', one(CODES) || 'US'],
        treat,
        ...((treat === 'regime' || treat === 'stricter') && { regime: one(REGIMES).id }),
        ...(below(3) === 0 && { yesDays: 30, modes: { default: one(['opt-in', 'notice'] as const) } }),
      };
    });
    const on = one(DAYS);
    const whole = compileRules(purposes, { regimes: served, fallback: one(served), rules: siteRules }, on);
    const slim = slimRules(whole);
    for (const place of [...CODES, 'GB-SCT', 'QA']) {
      const signals = { gpc: below(2) === 0, ...(below(2) === 0 && { age: 8 + below(14) }) };
      const choice = { purposes: { p0: true, p1: below(2) === 0, p2: false }, ageDays: one([0, 31, 200]), gpc: true };
      const [full, carried] = [whole, slim].map((table) => {
        const { trace: _trace, regimes: _regimes, ...said } = explain(parsePlace(place), signals, choice, table);
        return said;
      });
      expect(carried, JSON.stringify({ place, on, served, siteRules })).toEqual(full);
      asked.add(full!.ask);
    }
  }
  expect(asked.size).toBe(2);
});

it('treats nobody more laxly than the law of the place where a rule says stricter', () => {
  const purposes: Purpose[] = ACTIVITIES.map((activity) => ({ id: activity, activities: [activity] }));
  for (const { id } of REGIMES) {
    const rules: SiteRule[] = [{ places: ['everywhere'], treat: 'stricter', regime: id }];
    const on = one(DAYS.slice(3));
    const { laxer } = coverageOf(purposes, { regimes: ['eu'], fallback: 'eu', rules }, on, CODES.filter(Boolean));
    // A country whose state is unknown has no law of its own to be held against.
    expect(laxer.filter(({ place }) => placeCode(parsePlace(place)) !== 'CA')).toEqual([]);
  }
});
