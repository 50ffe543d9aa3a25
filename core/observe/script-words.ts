import type { Activity } from './script-terms';

/**
 * What the words of many programs weigh for each activity, learned from kits of which it is known what they do; see
 * `catalogue/learn.ts`. A linear model, so each word's part in a verdict can be told. Activities rather than purposes:
 * chats and flags both are functional, and no word speaks for both.
 */
export interface WordModel {
  activities: readonly (Activity | 'framework')[];
  /** What each of the activities serves, in their order; `null`: whatever the program that is built upon it serves. */
  purposes: readonly (string | null)[];
  /** What speaks for each activity before a word is read. */
  bias: readonly number[];
  /** By word: how rare it is, then its weight for each activity; in hundredths. */
  words: Readonly<Record<string, readonly number[]>>;
}

/** What a script's words are most like those of. */
export interface ReadsLike {
  purpose: string;
  /** Of that purpose the activity that is most likely. */
  activity: Activity;
  /** From 0 to 1, of the purpose among all purposes of the model. */
  chance: number;
  /** The words that speak for it most. */
  words: string[];
}

const SHORTEST_WORD = 4;
const MOST_WORDS = 5;
/** Fewer known words than this say nothing. */
const FEWEST_KNOWN = 8;
/** A chance below this is a guess. */
const LEAST_CHANCE = 0.35;

/** Words of names, and pairs of words that follow each other in one: `maskAllText` → mask, text, maskall, alltext. */
export function wordsOfNames(names: Iterable<string>): Set<string> {
  const words = new Set<string>();
  const add = (word: string) => {
    if (word.length >= SHORTEST_WORD) words.add(word);
  };
  for (const name of names) {
    const parts = name
      .split(/(?<=[a-z0-9])(?=[A-Z])|(?<=[A-Z])(?=[A-Z][a-z])|[^A-Za-z]+/)
      .filter((part) => part.length > 2)
      .map((part) => part.toLowerCase());
    for (const [i, part] of parts.entries()) {
      add(part);
      if (i > 0) add(parts[i - 1]! + part);
    }
  }
  return words;
}

/** `undefined`: it has too few words that the model knows, or they speak for nothing, or for what others are built upon. */
export function readsLike(names: Iterable<string>, model: WordModel): ReadsLike | undefined {
  const known: [string, readonly number[]][] = [];
  let squares = 0;
  for (const word of wordsOfNames(names)) {
    const weights = Object.hasOwn(model.words, word) ? model.words[word]! : undefined;
    if (!weights) continue;
    known.push([word, weights]);
    squares += (weights[0]! / 100) ** 2;
  }
  if (known.length < FEWEST_KNOWN) return undefined;
  const length = Math.sqrt(squares);
  const { activities, purposes } = model;
  const part = (weights: readonly number[], of: number) => (weights[0]! * weights[of + 1]!) / 10_000 / length;
  const sums = activities.map((_, i) => known.reduce((sum, [, one]) => sum + part(one, i), model.bias[i]!));
  const highest = Math.max(...sums);
  const exps = sums.map((sum) => Math.exp(sum - highest));
  const all = exps.reduce((a, b) => a + b);
  const byPurpose = new Map<string | null, number>();
  for (const [i, purpose] of purposes.entries()) byPurpose.set(purpose, (byPurpose.get(purpose) ?? 0) + exps[i]! / all);
  const [purpose, chance] = [...byPurpose].reduce((a, b) => (b[1] > a[1] ? b : a));
  if (purpose === null || chance < LEAST_CHANCE) return undefined;
  const best = exps.reduce((a, exp, i) => (purposes[i] === purpose && (a < 0 || exp > exps[a]!) ? i : a), -1);
  const beyond = (one: readonly number[]) =>
    part(one, best) - activities.reduce((sum, _, i) => sum + part(one, i), 0) / activities.length;
  known.sort(([a, x], [b, y]) => beyond(y) - beyond(x) || (a < b ? -1 : 1));
  return {
    purpose,
    activity: activities[best] as Activity,
    chance: Math.round(chance * 100) / 100,
    words: known.slice(0, MOST_WORDS).map(([word]) => word),
  };
}
