/** One line per figure: `name value unit`. */
export const say = (name: string, value: number, unit: string, digits = 2) =>
  console.log(`${name} ${value.toFixed(digits)} ${unit}`);

/** The middle of an odd number of values; of an even number the upper of the two. */
export const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
