import type { RecordBody } from '../consent/record';
import type { Release } from '../release/release';
import { chosenBy, signalsOf } from './cases';
import type { Choosing, VisitorCase } from './types';

/** A choice that a check made by real clicks, and what came of it as the browser saw it. */
export interface MadeChoice {
  /** Of the record that the recorder said it had written. */
  id: string;
  step: Choosing;
  visitorCase: Pick<VisitorCase, 'signals'>;
  /** What was granted until then. */
  before?: Readonly<Record<string, boolean>>;
}

/**
 * Holds a record, as it stands in the ledger, against what was clicked; a sentence for each thing that differs. `record`
 * absent: the ledger has none by that id, though the recorder confirmed it.
 */
export function recordProblems(
  record: RecordBody | undefined,
  { id, step, visitorCase, before }: MadeChoice,
  { number, rules }: Pick<Release, 'number' | 'rules'>,
): string[] {
  if (!record) return [`The recorder confirmed "${step}", and the ledger has no record ${id}.`];
  const problems: string[] = [];
  const differs = (what: string, is: unknown, meant: unknown) =>
    problems.push(`The record of "${step}" says ${what} ${String(is)}, where ${String(meant)} was meant.`);
  const signals = signalsOf(visitorCase);
  const meant = chosenBy(step, rules.purposes, before);
  for (const { id: purpose, necessary } of rules.purposes) {
    // What a child may not say yes to is a no, whatever was clicked.
    const isBarred = signals.age !== undefined && record.purposes[purpose] === false;
    if (necessary || isBarred || record.purposes[purpose] === undefined) continue;
    if (record.purposes[purpose] !== meant[purpose]) differs(purpose, record.purposes[purpose], meant[purpose]);
  }
  if (record.version !== number) differs('release', `v${record.version}`, `v${number}`);
  if (record.signals.gpc !== signals.gpc) differs('Global Privacy Control', record.signals.gpc, signals.gpc);
  if (!record.test) problems.push(`The record of "${step}" counts as a visitor’s, and was made by a check.`);
  return problems;
}
