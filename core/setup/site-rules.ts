import { compileRules } from '../regimes/compile';
import type { Rules } from '../regimes/types';
import type { Setup } from './types';

/** The rules that `decide` needs, compiled from a setup as the laws stand on a day (ISO date). */
export const rulesOf = (
  { purposes, regions, banner }: Pick<Setup, 'purposes' | 'regions' | 'banner'>,
  on: string,
): Rules => compileRules(purposes, { ...regions, worded: Object.keys(banner.wording ?? {}) }, on);
