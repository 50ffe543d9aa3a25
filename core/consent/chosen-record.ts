import { decide } from '../regimes/decide';
import { parsePlace } from '../regimes/place';
import type { Rules } from '../regimes/types';
import type { RecordBody } from './record';
import type { Submission } from './submission';

/** What is written of a choice, but for its place in a ledger. */
export type ChosenRecord = Omit<RecordBody, 'number' | 'replaces' | 'at'>;

/**
 * What a recorder writes of a choice that was sent to it. `rules`: of the release that the visitor met. `agent`: family and
 * version of the browser. `test`: it does not count.
 */
export function chosenRecord(
  submission: Submission & { id: string },
  rules: Rules,
  { site, agent, test }: Pick<RecordBody, 'site' | 'agent' | 'test'>,
): ChosenRecord {
  const { id, version, place, language, purposes, method, gpc } = submission;
  const { regimes } = decide(parsePlace(place), { gpc }, { purposes, gpc }, rules);
  return { id, site, version, regimes, place, language, purposes, method, signals: { gpc }, agent, test };
}
