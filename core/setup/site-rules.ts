import { compileRules } from '../regimes/compile';
import type { Rules } from '../regimes/types';
import type { Setup } from './types';

/** The rules that `decide` needs, compiled from a setup as the laws stand on a day (ISO date). */
export const rulesOf = (setup: Pick<Setup, 'purposes' | 'regions'>, on: string): Rules =>
  compileRules(setup.purposes, setup.regions, on);
