import { type WordModel, wordsOfNames } from '@douane/core/observe';
import { ACTIVITIES, type Activity } from './kits';

/** A kit of which it is known what it does. */
export interface Lesson {
  service: string;
  activity: Activity;
  /** Names that stand in its program. */
  names: readonly string[];
}

/** A word of fewer services is one of theirs; one of more is everybody's. */
const FEWEST_SERVICES = 5;
const LARGEST_SHARE = 0.4;
/** Words that the model keeps: those that are spread most unequally over the activities. */
const MOST_WORDS = 4000;
const ROUNDS = 200;
const STEP = 2;
const MOMENTUM = 0.9;
const DECAY = 0.025;

/**
 * Learns what words weigh for each activity: a regression with a softmax over the activities, on words weighted by their
 * rarity, each service counting once however many kits it has. The same lessons give the same model.
 */
export function learnWords(lessons: readonly Lesson[]): WordModel {
  const activities = [...new Set(lessons.map(({ activity }) => activity))].sort();
  const wordsOf = lessons.map(({ names }) => wordsOfNames(names));
  const servicesOf = new Map<string, Set<string>>();
  for (const [i, { service }] of lessons.entries()) {
    for (const word of wordsOf[i]!) servicesOf.set(word, (servicesOf.get(word) ?? new Set()).add(service));
  }
  const services = new Set(lessons.map(({ service }) => service)).size;
  const kitsOf = new Map<string, number>();
  for (const { service } of lessons) kitsOf.set(service, (kitsOf.get(service) ?? 0) + 1);
  const counts = lessons.map(({ service }) => 1 / kitsOf.get(service)!);
  const truth = lessons.map(({ activity }) => activities.indexOf(activity));

  const common = [...servicesOf]
    .filter(([, of]) => of.size >= FEWEST_SERVICES && of.size <= LARGEST_SHARE * services)
    .map(([word]) => word);
  const words = mostUnequal(common, wordsOf, truth, counts, activities.length).sort();
  const rarity = words.map((word) => Math.log(services / servicesOf.get(word)!.size));
  const indexOf = new Map(words.map((word, i) => [word, i]));
  const rows = wordsOf.map((of) => {
    const known = [...of].flatMap((word) => indexOf.get(word) ?? []);
    const length = Math.sqrt(known.reduce((sum, i) => sum + rarity[i]! ** 2, 0)) || 1;
    return known.map((i): [number, number] => [i, rarity[i]! / length]);
  });
  const { weights, bias } = regress(rows, truth, counts, words.length, activities.length);
  const hundredths = (value: number) => Math.round(100 * value);
  return {
    activities,
    purposes: activities.map((activity) => ACTIVITIES[activity]),
    bias: Array.from(bias, (one) => hundredths(one) / 100),
    words: Object.fromEntries(
      words.map((word, i) => [
        word,
        [hundredths(rarity[i]!), ...activities.map((_, a) => hundredths(weights[i * activities.length + a]!))],
      ]),
    ),
  };
}

/** Those of the words whose spread over the activities is farthest from that of all kits (Pearson's chi-squared). */
function mostUnequal(
  words: readonly string[],
  wordsOf: readonly ReadonlySet<string>[],
  truth: readonly number[],
  counts: readonly number[],
  activities: number,
): string[] {
  const all = new Array<number>(activities).fill(0);
  for (const [i, activity] of truth.entries()) all[activity]! += counts[i]!;
  const sum = all.reduce((a, b) => a + b);
  const scores = words.map((word): [string, number] => {
    const seen = new Array<number>(activities).fill(0);
    for (const [i, of] of wordsOf.entries()) if (of.has(word)) seen[truth[i]!]! += counts[i]!;
    const total = seen.reduce((a, b) => a + b);
    const unequal = seen.map((count, a) => {
      const expected = (total * all[a]!) / sum;
      return (count - expected) ** 2 / Math.max(expected, 0.3);
    });
    return [word, Math.max(...unequal)];
  });
  scores.sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
  return scores.slice(0, MOST_WORDS).map(([word]) => word);
}

/**
 * Gradient descent with momentum over all rows at once; `rows` hold the columns that are not 0. The weights of one column
 * for all classes stand side by side, since they are read together.
 */
function regress(
  rows: readonly (readonly [number, number])[][],
  truth: readonly number[],
  counts: readonly number[],
  columns: number,
  classes: number,
): { weights: Float64Array; bias: Float64Array } {
  const weights = new Float64Array(columns * classes);
  const speed = new Float64Array(columns * classes);
  const slope = new Float64Array(columns * classes);
  const bias = new Float64Array(classes);
  const chances = new Float64Array(classes);
  const total = counts.reduce((a, b) => a + b);
  const decay = DECAY / rows.length;
  for (let round = 0; round < ROUNDS; round++) {
    slope.fill(0);
    const biasBefore = bias.slice();
    for (const [i, row] of rows.entries()) {
      chances.set(biasBefore);
      for (const [column, value] of row) {
        for (let c = 0, at = column * classes; c < classes; c++, at++) chances[c]! += weights[at]! * value;
      }
      const highest = Math.max(...chances);
      let all = 0;
      for (let c = 0; c < classes; c++) {
        chances[c] = Math.exp(chances[c]! - highest);
        all += chances[c]!;
      }
      const share = counts[i]! / total;
      for (let c = 0; c < classes; c++) {
        chances[c] = (chances[c]! / all - (truth[i] === c ? 1 : 0)) * share;
        bias[c]! -= chances[c]!;
      }
      for (const [column, value] of row) {
        for (let c = 0, at = column * classes; c < classes; c++, at++) slope[at]! += chances[c]! * value;
      }
    }
    for (let at = 0; at < weights.length; at++) {
      speed[at] = MOMENTUM * speed[at]! + slope[at]! + decay * weights[at]!;
      weights[at]! -= STEP * speed[at]!;
    }
  }
  return { weights, bias };
}
