import { z } from 'zod';

const LONGEST = 200;
const MOST_STARS = 6;

/**
 * What is wrong with a name pattern; `null`: nothing. Only `*` has a meaning in it, everything else is taken as written,
 * so matching takes time in proportion to the lengths and no pattern can run for ever. `_og*` and `*_session` are fine;
 * `*` alone would be everything.
 */
export function patternProblem(pattern: string): string | null {
  if (pattern.length === 0) return 'must not be empty';
  if (pattern.length > LONGEST) return `longer than ${LONGEST} characters`;
  const stars = pattern.split('*').length - 1;
  if (stars > MOST_STARS) return `has ${stars} stars; at most ${MOST_STARS} are taken`;
  if (stars > 0 && pattern.replaceAll('*', '').length < 2) {
    return `"${pattern}" would fit nearly every name; write at least two characters beside the *`;
  }
  return null;
}

/** A name, or a pattern of names in which `*` stands for any run of characters. */
export const namePatternSchema = z
  .string()
  .min(1, 'must not be empty')
  .superRefine((pattern, ctx) => {
    const problem = patternProblem(pattern);
    if (problem && pattern.length > 0) ctx.addIssue({ code: 'custom', message: problem });
  });
