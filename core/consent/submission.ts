import { z } from 'zod';
import type { FieldProblem } from '../setup/parse';
import type { Setup } from '../setup/types';
import { METHODS } from './record';

/** What the gate sends when a visitor has chosen. Unknown fields are refused, so nothing is stored unasked. */
export const submissionSchema = z.strictObject({
  version: z.number().int().positive(),
  place: z.string().regex(/^([A-Z]{2}(-[A-Z0-9]{1,3})?)?$/, 'a place such as DE or US-CA, or empty'),
  language: z.string().regex(/^[a-z]{2}$/, 'a two-letter language code'),
  purposes: z.record(z.string().max(63), z.boolean()),
  method: z.enum(METHODS),
  gpc: z.boolean(),
  replaces: z.uuid().nullable(),
  test: z.boolean().optional(),
});
export type Submission = z.output<typeof submissionSchema>;

/** What of a submission does not fit the published version it names. Empty: it fits. */
export function submissionProblems(submission: Submission, setup: Setup): FieldProblem[] {
  const problems: FieldProblem[] = [];
  const known = new Map(setup.purposes.map((purpose) => [purpose.id, purpose]));
  for (const id of Object.keys(submission.purposes)) {
    if (!known.has(id))
      problems.push({ path: `purposes.${id}`, message: `version ${submission.version} has no such purpose` });
  }
  for (const purpose of setup.purposes) {
    const value = submission.purposes[purpose.id];
    if (value === undefined) problems.push({ path: `purposes.${purpose.id}`, message: 'is missing' });
    if (purpose.necessary && value === false) {
      problems.push({ path: `purposes.${purpose.id}`, message: 'is necessary and cannot be refused' });
    }
    if (
      !purpose.necessary &&
      value !== undefined &&
      value !== (submission.method === 'accept-all') &&
      submission.method !== 'chosen'
    ) {
      problems.push({ path: `purposes.${purpose.id}`, message: `does not fit the method ${submission.method}` });
    }
  }
  return problems;
}
