import { placeCode } from './place';
import type { Choice, Decision, Mode, Place, PurposeRule, RegimeRule, Rules, Signals, TraceStep } from './types';

const STRICTNESS: Mode[] = ['none', 'inform', 'object', 'ask'];

/**
 * The one decision: what a visitor from `place` with `signals` and `choice` is asked, and which purposes may run.
 * Gate, server and check call this and nothing else, so what is promised, done and verified cannot drift apart.
 *
 * Several regimes can apply; the stricter value of each field wins and the trace names where it came from.
 * `choice` is `null` while none stands. A yes beats a binding GPC signal only where it was given in sight of it.
 */
export function decide(place: Place | null, signals: Signals, choice: Choice | null, rules: Rules): Decision {
  const trace: TraceStep[] = [];
  const regimes = regimesFor(place, rules, trace);
  const decision: Decision = {
    regimes: regimes.map((regime) => regime.id),
    modes: {},
    granted: {},
    ask: false,
    gpcObeyed: false,
    choiceDays: Math.min(...regimes.map((regime) => regime.choiceDays)),
    trace,
  };
  const gpcCounts = signals.gpc && regimes.some((regime) => regime.gpc !== 'ignored');

  for (const purpose of rules.purposes) {
    const [mode, from] = strictestMode(purpose, regimes);
    const chosen = choice?.purposes[purpose.id];
    decision.modes[purpose.id] = mode;
    trace.push({ code: 'mode', purpose: purpose.id, mode, regime: from });

    let granted = mode !== 'ask';
    if (mode !== 'none' && chosen !== undefined) {
      granted = chosen;
      trace.push({ code: 'choice', purpose: purpose.id, granted });
    }
    if (mode !== 'none' && purpose.sale && gpcCounts) {
      const knowingly = chosen === true && choice?.gpc === true;
      granted = knowingly;
      if (!knowingly) decision.gpcObeyed = true;
      trace.push({ code: 'gpc', purpose: purpose.id, knowingly });
    }
    if (mode === 'ask' && chosen === undefined) decision.ask = true;
    decision.granted[purpose.id] = granted;
  }
  return decision;
}

/**
 * What may run while the visitor's place is still being asked for, from a decision made without it: the necessary, and
 * what the visitor said yes to. A fallback that lets things run does not count yet, since the place may forbid them.
 */
export function grantedMeanwhile({ granted, modes }: Decision, choice: Choice | null): Record<string, boolean> {
  const certain = (id: string) => modes[id] === 'none' || choice?.purposes[id] === true;
  return Object.fromEntries(Object.keys(granted).map((id) => [id, granted[id]! && certain(id)]));
}

/** The regimes that apply. A country whose state is unknown falls under every served state of it, as the safe reading. */
function regimesFor(place: Place | null, rules: Rules, trace: TraceStep[]): RegimeRule[] {
  const code = placeCode(place);
  const found: RegimeRule[] = [];
  for (const regime of place ? rules.regimes : []) {
    if (regime.territory.includes(code) || regime.territory.includes(place!.country)) {
      trace.push({ code: 'regime-applies', regime: regime.id, place: code });
      found.push(regime);
    } else if (!place!.subdivision && regime.territory.some((t) => t.startsWith(`${code}-`))) {
      trace.push({ code: 'subdivision-unknown', regime: regime.id, place: code });
      found.push(regime);
    }
  }
  if (found.length > 0) return found;
  const fallback = rules.regimes.find((regime) => regime.id === rules.fallback) ?? rules.regimes[0]!;
  trace.push(
    place
      ? { code: 'place-unserved', regime: fallback.id, place: code }
      : { code: 'place-unknown', regime: fallback.id },
  );
  return [fallback];
}

function strictestMode(purpose: PurposeRule, regimes: RegimeRule[]): [Mode, string | null] {
  let mode: Mode = 'none';
  let from: string | null = null;
  if (purpose.necessary) return [mode, from];
  for (const { id, modes } of regimes) {
    const own = (purpose.sale && modes.sale) || modes.default;
    if (STRICTNESS.indexOf(own) > STRICTNESS.indexOf(mode)) [mode, from] = [own, id];
  }
  return [mode, from];
}
