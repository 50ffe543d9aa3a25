import { AGE_NEEDS, type AgeNeed, type GpcForce, MODES, type Mode, type PlaceRule } from './types';

type Field = 'mode' | 'age' | 'gpc' | 'yesDays' | 'refusalDays' | 'askAgainDays';
interface ValueOf extends Record<Field, unknown> {
  mode: Mode;
  /** `undefined`: nothing of its own. */
  age: AgeNeed | undefined;
  gpc: GpcForce;
  yesDays: PlaceRule['yesDays'];
  refusalDays: PlaceRule['refusalDays'];
  askAgainDays: PlaceRule['askAgainDays'];
}

const GPC: GpcForce[] = ['ignored', 'refuses', 'binds'];
const days = (value: number | null) => value ?? Number.POSITIVE_INFINITY;

/** How strict a value is, as a number to compare: a yes that ends soon, a no that lasts. */
const STRICTNESS: { [F in Field]: (value: ValueOf[F]) => number } = {
  mode: (mode) => MODES.indexOf(mode),
  age: (need) => (need ? AGE_NEEDS.indexOf(need) : -1),
  gpc: (force) => GPC.indexOf(force),
  yesDays: (value) => -days(value),
  refusalDays: days,
  // No time set by law is the laxest here, not a time without end.
  askAgainDays: (value) => value ?? 0,
};

/** Whether `a` asks more of a site than `b`, for any field of a regime. The one place where that is settled. */
export function isStricter<F extends Field>(field: F, a: ValueOf[F], b: ValueOf[F]): boolean {
  return STRICTNESS[field](a) > STRICTNESS[field](b);
}

/** The strictest of several values; the first of those that are equally strict. `values` must not be empty. */
export function strictest<F extends Field>(field: F, values: readonly ValueOf[F][]): ValueOf[F] {
  return values.reduce((best, value) => (isStricter(field, value, best) ? value : best));
}
