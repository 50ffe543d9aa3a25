import { z } from 'zod';
import { LANGUAGE_TAG } from '../language/index';
import type { PurposeRule } from '../regimes/types';
import type { FieldProblem } from '../setup/parse';
import { METHODS } from './record';

/** What the gate sends when a visitor has chosen. Unknown fields are refused, so nothing is stored unasked. */
export const submissionSchema = z.strictObject({
  /** Made by the gate, so that the same choice sent again is the same record. Absent: the recorder makes one. */
  id: z.uuid().optional(),
  /** Number of the release; no site has more of them than this. */
  version: z.number().int().min(1).max(1_000_000),
  place: z.string().regex(/^([A-Z]{2}(-[A-Z0-9]{1,3})?)?$/, 'a place such as DE or US-CA, or empty'),
  language: z.string().max(35).regex(LANGUAGE_TAG, 'a language tag such as en or pt-BR (BCP 47)'),
  purposes: z.record(z.string().max(63), z.boolean()),
  method: z.enum(METHODS),
  gpc: z.boolean(),
  replaces: z.uuid().nullable(),
  /** Records that were sent before and not answered: they may have been written all the same. */
  unanswered: z.array(z.uuid()).max(5).optional(),
  test: z.boolean().optional(),
});
export type Submission = z.output<typeof submissionSchema>;

/** What of a submission does not fit the release it names. Empty: it fits. */
export function submissionProblems(submission: Submission, purposes: readonly PurposeRule[]): FieldProblem[] {
  const problems: FieldProblem[] = [];
  const known = new Set(purposes.map(({ id }) => id));
  for (const id of Object.keys(submission.purposes)) {
    if (!known.has(id)) {
      problems.push({ path: `purposes.${id}`, message: `version ${submission.version} has no such purpose` });
    }
  }
  for (const { id, necessary } of purposes) {
    const value = submission.purposes[id];
    const wrong = (message: string) => problems.push({ path: `purposes.${id}`, message });
    if (value === undefined) wrong('is missing');
    else if (necessary && !value) wrong('is necessary and cannot be refused');
    else if (!necessary && submission.method !== 'chosen' && value !== (submission.method === 'accept-all')) {
      wrong(`does not fit the method ${submission.method}`);
    }
  }
  return problems;
}

/** Whether a submission says what a record says already, so that it is the same one sent again. */
export function isSameChoice(
  submission: Pick<Submission, 'version' | 'method' | 'purposes'>,
  record: { version: number; method: string; purposes: Record<string, boolean> },
): boolean {
  const ids = Object.keys(submission.purposes);
  return (
    submission.version === record.version &&
    submission.method === record.method &&
    ids.length === Object.keys(record.purposes).length &&
    ids.every((id) => submission.purposes[id] === record.purposes[id])
  );
}
