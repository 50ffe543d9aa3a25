/** One place where two setups differ. */
export interface Difference {
  path: string;
  before: unknown;
  after: unknown;
}

/** Where two plain JSON values differ, leaf by leaf. A list that differs in length is one difference. */
export function differences(before: unknown, after: unknown, path = ''): Difference[] {
  if (Object.is(before, after)) return [];
  if (Array.isArray(before) && Array.isArray(after) && before.length === after.length) {
    return before.flatMap((value, i) => differences(value, after[i], `${path}[${i}]`));
  }
  if (isRecord(before) && isRecord(after)) {
    const keys = new Set([...Object.keys(before), ...Object.keys(after)]);
    return [...keys].flatMap((key) => differences(before[key], after[key], path ? `${path}.${key}` : key));
  }
  return [{ path, before, after }];
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
