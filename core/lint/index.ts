import type { Setup } from '../setup/types';
import { gathered, inspect } from './inspect';
import type { Measured } from './measured';
import { LINT_RULES } from './rules/index';
import { type Finding, WEIGHTS_OF_FINDINGS } from './types';

export { type DrawnCase, drawnCases } from './cases';
export {
  allMeasuredSchema,
  type Measured,
  type MeasuredAct,
  type MeasuredLayer,
  measuredSchema,
} from './measured';
export { LINT_RULES } from './rules/index';
export type { Finding, FindingWeight, LintRule, Section } from './types';

/**
 * What of a setup is against a law, cannot be used by some, or could be clearer, as the laws stand on a day (ISO date).
 * `measured`: the banner as a browser drew it for the visitors of `drawnCases`; without it, what only a browser can tell
 * is not looked for. Breaches of law come first.
 */
export function lint(setup: Setup, on: string, measured: readonly Measured[] = []): Finding[] {
  const inspected = inspect(setup, on, measured);
  return LINT_RULES.flatMap(({ look, id, title, weight, means, section }) =>
    gathered(look(inspected)).map((found) => ({ rule: id, title, weight, means, section, ...found })),
  ).sort((a, b) => WEIGHTS_OF_FINDINGS.indexOf(a.weight) - WEIGHTS_OF_FINDINGS.indexOf(b.weight));
}

/** A finding against a law, as it is kept with what was published. */
export type Breach = Pick<Finding, 'rule' | 'what' | 'article'>;

/** What of a setup is against a law; see `lint`. */
export const breachesOf = (...of: Parameters<typeof lint>): Breach[] =>
  lint(...of)
    .filter(({ weight }) => weight === 'breach')
    .map(({ rule, what, article }) => ({ rule, what, article }));
