import { GATE_SCRIPTS, type GateCode } from '@douane/gate';

const GAPS: Partial<GateCode> = {
  hold: '__DOUANE_CONFIG__',
  alone: '__DOUANE_CONFIG__',
  visit: '__DOUANE_VISIT__',
};

/** Scripts of a gate that are nothing but what a release says to them. */
export const BARE_GATE = Object.fromEntries(GATE_SCRIPTS.map((name) => [name, GAPS[name] ?? ''])) as GateCode;
