import { type WordModel, wordsOfNames } from '@douane/core/observe';

/** A kit of which it is known what it is for. */
export interface Lesson {
  service: string;
  purpose: string;
  /** Names that stand in its program. */
  names: readonly string[];
}

/** A word of fewer services is one of theirs; one of more is everybody's. */
const FEWEST_SERVICES = 5;
const LARGEST_SHARE = 0.4;
/** Words that the model keeps: those that are spread most unequally over the purposes. */
const MOST_WORDS = 4000;
const ROUNDS = 200;
const STEP = 2;
const MOMENTUM = 0.9;
const DECAY = 0.025;

/**
 * Learns what words weigh for each purpose: a regression with a softmax over the purposes, on words weighted by their
 * rarity, each service counting once however many kits it has. The same lessons give the same model.
 */
export function learnWords(lessons: readonly Lesson[]): WordModel {
  const purposes = [...new Set(lessons.map(({ purpose }) => purpose))].sort();
  const wordsOf = lessons.map(({ names }) => wordsOfNames(names));
  const servicesOf = new Map<string, Set<string>>();
  for (const [i, { service }] of lessons.entries()) {
    for (const word of wordsOf[i]!) servicesOf.set(word, (servicesOf.get(word) ?? new Set()).add(service));
  }
  const services = new Set(lessons.map(({ service }) => service)).size;
  const kitsOf = new Map<string, number>();
  for (const { service } of lessons) kitsOf.set(service, (kitsOf.get(service) ?? 0) + 1);
  const counts = lessons.map(({ service }) => 1 / kitsOf.get(service)!);
  const truth = lessons.map(({ purpose }) => purposes.indexOf(purpose));

  const common = [...servicesOf]
    .filter(([, of]) => of.size >= FEWEST_SERVICES && of.size <= LARGEST_SHARE * services)
    .map(([word]) => word);
  const words = mostUnequal(common, wordsOf, truth, counts, purposes.length).sort();
  const rarity = words.map((word) => Math.log(services / servicesOf.get(word)!.size));
  const indexOf = new Map(words.map((word, i) => [word, i]));
  const rows = wordsOf.map((of) => {
    const known = [...of].flatMap((word) => indexOf.get(word) ?? []);
    const length = Math.sqrt(known.reduce((sum, i) => sum + rarity[i]! ** 2, 0)) || 1;
    return known.map((i): [number, number] => [i, rarity[i]! / length]);
  });
  const { weights, bias } = regress(rows, truth, counts, words.length, purposes.length);
  const hundredths = (value: number) => Math.round(100 * value);
  return {
    purposes,
    bias: bias.map((one) => hundredths(one) / 100),
    words: Object.fromEntries(
      words.map((word, i) => [word, [hundredths(rarity[i]!), ...purposes.map((_, p) => hundredths(weights[p]![i]!))]]),
    ),
  };
}

/** Those of the words whose spread over the purposes is farthest from that of all kits (Pearson's chi-squared). */
function mostUnequal(
  words: readonly string[],
  wordsOf: readonly ReadonlySet<string>[],
  truth: readonly number[],
  counts: readonly number[],
  purposes: number,
): string[] {
  const all = new Array<number>(purposes).fill(0);
  for (const [i, purpose] of truth.entries()) all[purpose]! += counts[i]!;
  const sum = all.reduce((a, b) => a + b);
  const scores = words.map((word): [string, number] => {
    const seen = new Array<number>(purposes).fill(0);
    for (const [i, of] of wordsOf.entries()) if (of.has(word)) seen[truth[i]!]! += counts[i]!;
    const total = seen.reduce((a, b) => a + b);
    const unequal = seen.map((count, p) => {
      const expected = (total * all[p]!) / sum;
      return (count - expected) ** 2 / Math.max(expected, 0.3);
    });
    return [word, Math.max(...unequal)];
  });
  scores.sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
  return scores.slice(0, MOST_WORDS).map(([word]) => word);
}

/** Gradient descent with momentum over all rows at once; `rows` hold the columns that are not 0. */
function regress(
  rows: readonly (readonly [number, number])[][],
  truth: readonly number[],
  counts: readonly number[],
  columns: number,
  classes: number,
): { weights: Float64Array[]; bias: number[] } {
  const weights = Array.from({ length: classes }, () => new Float64Array(columns));
  const speed = Array.from({ length: classes }, () => new Float64Array(columns));
  const bias = new Array<number>(classes).fill(0);
  const total = counts.reduce((a, b) => a + b);
  for (let round = 0; round < ROUNDS; round++) {
    const slope = Array.from({ length: classes }, () => new Float64Array(columns));
    const biasSlope = new Array<number>(classes).fill(0);
    for (const [i, row] of rows.entries()) {
      const sums = weights.map((of, c) => row.reduce((sum, [column, value]) => sum + of[column]! * value, bias[c]!));
      const highest = Math.max(...sums);
      const exps = sums.map((sum) => Math.exp(sum - highest));
      const all = exps.reduce((a, b) => a + b);
      for (let c = 0; c < classes; c++) {
        const off = ((exps[c]! / all - (truth[i] === c ? 1 : 0)) * counts[i]!) / total;
        biasSlope[c]! += off;
        for (const [column, value] of row) slope[c]![column]! += off * value;
      }
    }
    for (let c = 0; c < classes; c++) {
      bias[c]! -= biasSlope[c]!;
      for (let column = 0; column < columns; column++) {
        const pull = slope[c]![column]! + (DECAY / rows.length) * weights[c]![column]!;
        speed[c]![column] = MOMENTUM * speed[c]![column]! + pull;
        weights[c]![column]! -= STEP * speed[c]![column]!;
      }
    }
  }
  return { weights, bias };
}
