import type { Because, Hint, Said } from './because';
import { HEURISTICS, type Heuristic } from './heuristics/index';
import type { Evidence, Ruling } from './types';

/** What the heuristics come to: a purpose with its confidence, and all that was said. */
export interface Suggestion {
  purpose: string;
  service?: string;
  confidence: number;
  because: Extract<Because, { code: 'marks' }>;
}

/**
 * Weighs what the heuristics say. Those that agree support each other (the chance that all are wrong is the product of
 * each being wrong); of those that contradict each other one at most is right, so each takes from the others what it is
 * sure of itself. `null`: none says anything, or all that is said comes to less than `atLeast`.
 */
export function suggest(evidence: Evidence, off: ReadonlySet<string> = NONE, atLeast: number = 0): Suggestion | null {
  const asked = evidence.item.kind === 'request' ? FOR_REQUESTS : FOR_STORED;
  let hints: [Heuristic, Hint][] | null = null;
  for (const heuristic of asked) {
    if (off.size > 0 && off.has(heuristic.meta.id)) continue;
    const hint = heuristic.evaluate(evidence);
    if (!hint) continue;
    if (hints) hints.push([heuristic, hint]);
    else hints = [[heuristic, hint]];
  }
  if (!hints) return null;
  const clear = hints.filter(([, { faint }]) => !faint);
  if (clear.length > 0) hints = clear;
  // Of several thousand items most are asked about only to learn that nothing reaches the bar.
  if (1 - chanceThatAllAreWrong(hints) < atLeast - 0.005) return null;
  return weigh(hints, atLeast);
}

const chanceThatAllAreWrong = (hints: readonly [Heuristic, Hint][]) =>
  hints.reduce((chance, [, hint]) => chance * (1 - hint.confidence), 1);

function weigh(hints: readonly [Heuristic, Hint][], atLeast: number): Suggestion | null {
  const purposes = [...new Set(hints.map(([, hint]) => hint.purpose))];
  const wrong = (purpose: string) => chanceThatAllAreWrong(hints.filter(([, hint]) => hint.purpose === purpose));
  const outcomes = purposes.map((purpose) => [purpose, wrong(purpose)] as const).sort((a, b) => a[1] - b[1]);
  const [purpose] = outcomes[0]!;
  // All that may be, since an item has one purpose: that one is right and no other, or that none is.
  const alone = outcomes.map((_, i) =>
    outcomes.reduce((part, [, wrong], j) => part * (i === j ? 1 - wrong : wrong), 1),
  );
  const exact = alone[0]! / alone.reduce((sum, part) => sum + part, chanceThatAllAreWrong(hints));
  const confidence = Math.round(exact * 100) / 100;
  if (confidence < atLeast) return null;
  const said = hints.map(([{ meta }, hint]): Said => ({ ...hint, heuristic: meta.id }));
  said.sort((a, b) => b.confidence - a.confidence);
  const own = said.filter((one) => one.purpose === purpose);
  const against = said.filter((one) => one.purpose !== purpose);
  const service = own.find((one) => one.service)?.service;
  return { purpose, ...(service && { service }), confidence, because: { code: 'marks', said: own, against } };
}

const NONE: ReadonlySet<string> = new Set();
const FOR_REQUESTS = HEURISTICS.filter(({ meta }) => meta.looksAt !== 'stored');
const FOR_STORED = HEURISTICS.filter(({ meta }) => meta.looksAt !== 'requests');

/** A suggestion that reaches the bar, as a ruling. */
export function rulingFromSuggestion(suggestion: Suggestion, service: string): Ruling {
  const { purpose, confidence, because } = suggestion;
  return {
    purpose,
    service: suggestion.service ?? service,
    by: 'heuristic',
    because,
    confidence,
  };
}
