import { placeCode } from './place';
import type { Choice, Decision, Place, PlaceRule, PurposeRule, Rules, Signals, TraceStep } from './types';

/** Browsers keep a cookie no longer than this (RFC 6265bis section 5.5); what has to stand longer is renewed at a visit. */
const MOST_KEPT_DAYS = 400;

/**
 * The one decision: what a visitor from `place` with `signals` and `choice` is asked, and which purposes may run.
 * Gate, server and check call this and nothing else, so what is promised, done and verified cannot drift apart.
 *
 * A child's age, where the site tells it, makes a purpose wait for its own yes or a guardian's, or keeps it off.
 *
 * `trace` takes the reasons, step by step, where somebody wants them. What is labelled `REASON` does only that, and is
 * left out of what visitors load (`scripts/build.mjs`).
 *
 * `choice` is `null` while none stands. Under opt-in a yes and a refusal lapse in their time; under opt-out and notice an
 * objection stands until it is taken back. A yes beats a binding GPC signal only where it was given in sight of it. What
 * was answered before something changed is asked for again as the release has it (`PurposeRule.anew`), and nobody who
 * said no sooner than the law lets him be asked.
 */
export function decide(
  place: Place | null,
  signals: Signals,
  choice: Choice | null,
  rules: Rules,
  trace?: TraceStep[],
): Decision {
  const rule = ruleFor(place, rules, trace);
  const { age } = signals;
  const band = age === undefined ? undefined : rule.ages?.find(({ under }) => age < under);
  // Copied only where the age changes something: that would be half the work.
  const aged = band && { ...rule.modes };
  const decision: Decision = {
    regimes: rule.regimes,
    modes: aged ?? rule.modes,
    granted: {},
    ask: false,
    barred: [],
    gpcObeyed: false,
    keepDays: 0,
    yesDays: rule.yesDays,
    ...(rule.shows && { shows: rule.shows }),
  };
  const days = choice?.ageDays ?? 0;

  for (const purpose of rules.purposes) {
    const { id } = purpose;
    const needs = band?.needs[id];
    const treated = purpose.necessary ? 'none' : (rule.modes[id] ?? 'opt-in');
    const mode = needs ? 'opt-in' : treated;
    const asks = mode === 'opt-in' && choice !== null;
    const said = choice?.purposes[id];
    const spares = asks && said === undefined && sparedBy(purpose, choice, rules);
    const chosen = mode === 'none' ? undefined : spares ? false : said;
    REASON: trace?.push({
      code: 'mode',
      purpose: id,
      mode: treated,
      regime: treated === 'none' ? null : (rule.from?.[id] ?? rule.regimes[0] ?? null),
    });
    if (needs) {
      aged![id] = mode;
      const met = needs === 'own-yes' || (needs === 'guardian' && signals.guardian === true);
      REASON: trace?.push({ code: 'age', purpose: id, under: band!.under, needs, met });
      if (!met) {
        decision.barred.push(id);
        decision.granted[id] = false;
        continue;
      }
    }

    let granted = mode !== 'opt-in';
    if (chosen !== undefined) {
      const since = purpose.anew?.[chosen ? 'yes' : 'no'] ?? 0;
      const anew = spares ? spares === 'law' : (choice?.release ?? FOREVER) < since;
      const ends = asks ? standsFor(chosen, anew, rule) : FOREVER;
      const lapsed = days >= ends;
      granted = chosen && !lapsed;
      REASON: trace?.push(...answerSteps(purpose, { chosen, spares, lapsed, anew, ends }));
      if (lapsed) decision.ask = true;
      else decision.keepDays = Math.max(decision.keepDays, Math.min(MOST_KEPT_DAYS, Math.ceil(ends - days)));
    } else if (mode === 'opt-in') decision.ask = true;
    if (mode !== 'none' && purpose.soldOrShared && signals.gpc && rule.gpc !== 'ignored') {
      const knowingly = chosen === true && choice?.gpc === true;
      if (!knowingly) {
        granted = false;
        decision.gpcObeyed = true;
      }
      REASON: trace?.push({ code: 'gpc', purpose: id, knowingly });
    }
    decision.granted[id] = granted;
  }
  return decision;
}

const FOREVER = Number.POSITIVE_INFINITY;

/** For how many days an answer stands where a yes is asked. `anew`: something has changed since, so it is asked for again. */
function standsFor(yes: boolean, anew: boolean, { yesDays, refusalDays, askAgainDays }: PlaceRule): number {
  if (yes) return anew ? 0 : (yesDays ?? FOREVER);
  const within = anew ? 0 : (refusalDays ?? FOREVER);
  return Math.max(within, askAgainDays ?? 0);
}

/** What came of an answer. One that a purpose was spared and that has lapsed is none: the visitor never gave it. */
function answerSteps(
  { id, anew: again }: PurposeRule,
  {
    chosen,
    spares,
    lapsed,
    anew,
    ends,
  }: { chosen: boolean; spares: unknown; lapsed: boolean; anew: boolean; ends: number },
): TraceStep[] {
  const said = { purpose: id, granted: chosen };
  if (!lapsed) return [{ code: spares ? 'spared' : 'choice', ...said }];
  if (spares) return [];
  const release = again?.[chosen ? 'yes' : 'no'];
  return [anew && release !== undefined ? { code: 'anew', ...said, release } : { code: 'lapsed', ...said, days: ends }];
}

/**
 * What makes a choice count as a no to a purpose that came after it: the site's own wish, or, where everything was
 * refused, the time that a law gives whoever said no.
 */
function sparedBy({ anew }: PurposeRule, choice: Choice, { purposes }: Rules): 'site' | 'law' | undefined {
  if (anew?.spares === 'everyone') return 'site';
  if (purposes.some(({ id, necessary }) => !necessary && choice.purposes[id])) return undefined;
  return anew?.spares ? 'site' : 'law';
}

/** A decision with the reasons for it. */
export interface Explained extends Decision {
  trace: TraceStep[];
}

/** Decides, and says why, step by step. */
export function explain(place: Place | null, signals: Signals, choice: Choice | null, rules: Rules): Explained {
  const trace: TraceStep[] = [];
  return { ...decide(place, signals, choice, rules, trace), trace };
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
export function ruleFor(place: Place | null, table: Rules, trace?: TraceStep[]): PlaceRule {
  const { rules, places, stateUnknown, fallback, elsewhere } = table;
  const code = placeCode(place);
  const country = place?.country ?? '';
  const unknown = place && !place.subdivision ? stateUnknown[country] : undefined;
  const rule = rules[unknown ?? places[code] ?? places[country] ?? (place ? elsewhere : undefined) ?? -1];
  REASON: trace?.push(
    ...placeSteps(place, rule ?? rules[fallback]!, rule && (unknown === undefined ? 'known' : 'unknown')),
  );
  return rule ?? rules[fallback]!;
}

/** Why a rule is a place's. `state` is absent where only the fallback gives it. */
function placeSteps(
  place: Place | null,
  { regimes, siteRule }: PlaceRule,
  state: 'known' | 'unknown' | undefined,
): TraceStep[] {
  const code = placeCode(place);
  if (state && siteRule) return [{ code: 'site-rule', number: siteRule, place: code, regimes }];
  return regimes.map((regime): TraceStep => {
    if (state) return { code: state === 'known' ? 'regime-applies' : 'subdivision-unknown', regime, place: code };
    return place ? { code: 'place-unserved', regime, place: code } : { code: 'place-unknown', regime };
  });
}
