import { placeCode } from './place';
import type { Choice, Decision, Place, PlaceRule, Rules, Signals, TraceStep } from './types';

/** Browsers keep a cookie no longer than this (RFC 6265bis section 5.5); what has to stand longer is renewed at a visit. */
const MOST_KEPT_DAYS = 400;

/**
 * The one decision: what a visitor from `place` with `signals` and `choice` is asked, and which purposes may run.
 * Gate, server and check call this and nothing else, so what is promised, done and verified cannot drift apart.
 *
 * `choice` is `null` while none stands. Under opt-in a yes and a refusal lapse in their time; under opt-out and notice an
 * objection stands until it is taken back. A yes beats a binding GPC signal only where it was given in sight of it.
 */
export function decide(place: Place | null, signals: Signals, choice: Choice | null, rules: Rules): Decision {
  const trace: TraceStep[] = [];
  const rule = ruleFor(place, rules, trace);
  const decision: Decision = {
    regimes: rule.regimes,
    modes: {},
    granted: {},
    ask: false,
    gpcObeyed: false,
    keepDays: 0,
    trace,
  };
  const age = choice?.ageDays ?? 0;
  const yesEnds = rule.yesDays ?? Number.POSITIVE_INFINITY;
  const refusalEnds =
    rule.refusalDays === null ? Number.POSITIVE_INFINITY : Math.max(rule.refusalDays, rule.askAgainDays ?? 0);

  for (const purpose of rules.purposes) {
    const { id } = purpose;
    const mode = purpose.necessary ? 'none' : (rule.modes[id] ?? 'opt-in');
    const chosen = mode === 'none' ? undefined : choice?.purposes[id];
    decision.modes[id] = mode;
    trace.push({
      code: 'mode',
      purpose: id,
      mode,
      regime: mode === 'none' ? null : (rule.from?.[id] ?? rule.regimes[0]!),
    });

    let granted = mode !== 'opt-in';
    if (chosen !== undefined) {
      const ends = mode !== 'opt-in' ? Number.POSITIVE_INFINITY : chosen ? yesEnds : refusalEnds;
      const lapsed = age >= ends;
      granted = chosen && !lapsed;
      trace.push(
        lapsed
          ? { code: 'lapsed', purpose: id, granted: chosen, days: ends }
          : { code: 'choice', purpose: id, granted: chosen },
      );
      if (lapsed) decision.ask = true;
      else decision.keepDays = Math.max(decision.keepDays, Math.min(MOST_KEPT_DAYS, Math.ceil(ends - age)));
    } else if (mode === 'opt-in') decision.ask = true;
    if (mode !== 'none' && purpose.soldOrShared && signals.gpc && rule.gpc !== 'ignored') {
      const knowingly = chosen === true && choice?.gpc === true;
      if (!knowingly) {
        granted = false;
        decision.gpcObeyed = true;
      }
      trace.push({ code: 'gpc', purpose: id, knowingly });
    }
    decision.granted[id] = granted;
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

/** The rule of a place. A country whose state is unknown falls under every served state of it, as the safe reading. */
function ruleFor(place: Place | null, { rules, places, stateUnknown, fallback }: Rules, trace: TraceStep[]): PlaceRule {
  const code = placeCode(place);
  const country = place?.country ?? '';
  const unknown = place && !place.subdivision ? stateUnknown[country] : undefined;
  const rule = rules[unknown ?? places[code] ?? places[country] ?? -1];
  for (const regime of rule?.regimes ?? [])
    trace.push({ code: unknown === undefined ? 'regime-applies' : 'subdivision-unknown', regime, place: code });
  if (rule) return rule;
  const otherwise = rules[fallback]!;
  for (const regime of otherwise.regimes)
    trace.push(place ? { code: 'place-unserved', regime, place: code } : { code: 'place-unknown', regime });
  return otherwise;
}
