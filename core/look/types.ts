/**
 * How a page carries the gate. `late`: something stands above it. `other-key`: a gate of another site. `not-blocking`: async
 * or defer lets tags run ahead. `several`: it stands there more than once. `silent`: it is first, and does not run.
 * `other-version`: what runs is not the version in force.
 */
export type GateState =
  | 'first'
  | 'late'
  | 'missing'
  | 'other-key'
  | 'not-blocking'
  | 'several'
  | 'silent'
  | 'other-version'
  | 'failed';

/** By what a page was seen to hold: marked tags, the script, the browser's policy by the script or as a header, the edge. */
export type SeenMeans = 'marked' | 'script' | 'policy' | 'header' | 'edge';

export interface LookedPage {
  url: string;
  state: GateState;
  why?: string;
  /** What stands above the gate in the markup and runs or asks for something, each with its line. Hostile text. */
  before: string[];
  /** Absent in reports of the first versions. */
  means?: SeenMeans[];
  /** How many tags are marked. */
  marked?: number;
}

export interface LookReport {
  format: 'douane.look/1';
  seconds: number;
  pages: LookedPage[];
  /** Where a page has to lead back to the choice, since no button does: whether it does. */
  wayBack?: { url: string; there: boolean; why?: string };
}
