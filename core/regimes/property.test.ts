import { expect, it } from 'vitest';
import {
  ACTIVITIES,
  type Activity,
  type Choice,
  compileRules,
  type Decision,
  decide,
  GPC_STOPS,
  lineOf,
  MODES,
  parsePlace,
  REGIMES,
  type ResolvedRegime,
  resolveRegime,
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

/** Whether one law lets a purpose run, read straight from its fields. */
function allows(regime: ResolvedRegime, { id, activities }: Purpose, gpc: boolean, choice: Choice | null): boolean {
  const treated =
    activities.length > 0 ? activities.map((key) => regime.modes[key] ?? regime.modes.default) : [regime.modes.default];
  const strictest = Math.max(...treated.map(({ value }) => MODES.indexOf(value)));
  const said = choice?.purposes[id];
  const age = choice?.ageDays ?? 0;
  const signal = gpc && regime.gpc.value !== 'ignored' && activities.some((key) => GPC_STOPS.includes(key));
  if (signal && !(said === true && choice?.gpc)) return false;
  if (MODES[strictest] !== 'opt-in') return said !== false;
  return said === true && age < (regime.yesDays.value ?? Number.POSITIVE_INFINITY);
}

/** Why a purpose runs or not, as the trace has it. */
function explained({ trace, modes, granted }: Decision, id: string): boolean {
  const of = trace.filter((step) => 'purpose' in step && step.purpose === id);
  const mode = of.some((step) => step.code === 'mode' && step.mode === modes[id]);
  const refused = of.some(
    (step) =>
      (step.code === 'choice' && !step.granted) || step.code === 'lapsed' || (step.code === 'gpc' && !step.knowingly),
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
      const gpc = below(3) === 0;
      const choice: Choice | null =
        below(3) === 0
          ? null
          : {
              purposes: Object.fromEntries(purposes.map(({ id }) => [id, below(2) === 0])),
              gpc: below(2) === 0,
              ageDays: one([0, 100, 181, 183, 366, 800]),
            };
      const decision = decide(parsePlace(place), { gpc }, choice, rules);
      const laws = holding(place, served, fallback, on);
      const what = JSON.stringify({ place, on, gpc, choice, served, fallback });
      for (const purpose of purposes) {
        const granted = decision.granted[purpose.id]!;
        seen[granted ? 'granted' : 'refused'] += 1;
        if (granted)
          for (const law of laws) expect([law.id, allows(law, purpose, gpc, choice)], what).toEqual([law.id, true]);
        expect(explained(decision, purpose.id), `${what} ${purpose.id} ${JSON.stringify(decision.trace)}`).toBe(true);
      }
    }
  }
  expect(Math.min(seen.granted, seen.refused)).toBeGreaterThan(2000); // or it would have tried only one of the two
});
