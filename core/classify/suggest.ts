import { HEURISTICS, type Hint } from './heuristics/index';
import type { Evidence, Ruling } from './types';

/** What one heuristic said. */
export interface Said extends Hint {
  heuristic: string;
}

/** What the heuristics come to: a purpose with its confidence, and all that was said. */
export interface Suggestion {
  purpose: string;
  service?: string;
  confidence: number;
  reason: string;
  said: Said[];
}

/**
 * Weighs what the heuristics say. Those that agree support each other (the chance that all are wrong is the product of
 * each being wrong); one that says another purpose takes away in proportion to its own confidence. `null`: none says
 * anything.
 */
export function suggest(evidence: Evidence, off: ReadonlySet<string> = NONE): Suggestion | null {
  let said: Said[] | null = null;
  for (const { meta, evaluate } of HEURISTICS) {
    if (off.has(meta.id)) continue;
    const hint = evaluate(evidence);
    if (!hint) continue;
    said ??= [];
    said.push({ ...hint, heuristic: meta.id });
  }
  if (!said) return null;
  const wrong = new Map<string, number>();
  for (const { purpose, confidence } of said) wrong.set(purpose, (wrong.get(purpose) ?? 1) * (1 - confidence));
  const [best, ...others] = [...wrong].sort((a, b) => a[1] - b[1]);
  const [purpose, chanceWrong] = best!;
  const confidence = others.reduce((sum, [, otherWrong]) => sum * otherWrong, 1 - chanceWrong);
  const own = said.filter((one) => one.purpose === purpose).sort((a, b) => b.confidence - a.confidence);
  const service = own.find((one) => one.service)?.service;
  return {
    purpose,
    ...(service && { service }),
    confidence: Math.round(confidence * 100) / 100,
    reason: own.map((one) => one.because).join('; '),
    said: said.sort((a, b) => b.confidence - a.confidence),
  };
}

const NONE: ReadonlySet<string> = new Set();

/** A suggestion that reaches the bar, as a ruling. */
export function rulingFromSuggestion(suggestion: Suggestion, service: string): Ruling {
  const { purpose, confidence, reason, said } = suggestion;
  return {
    purpose,
    service: suggestion.service ?? service,
    by: 'heuristic',
    reason,
    confidence,
    evidence: said.map((one) => `${one.heuristic}: ${one.because} (${Math.round(one.confidence * 100)} %)`),
  };
}
