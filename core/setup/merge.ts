import { differences } from './compare';

type Json = Record<string, unknown>;
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const same = (a: unknown, b: unknown) => Object.is(a, b) || differences({ value: a }, { value: b }).length === 0;

/** Two changes of one thing, as one. */
export interface Merged<T> {
  value: T;
  /** Where both changed the same and not alike; there `mine` stands. */
  both: string[];
}

/**
 * What comes of two changes of `base`, plain JSON: of `theirs` everything that `mine` did not change. A list is one thing,
 * since nobody can tell which of its rows is which.
 */
export function merged<T>(base: T, mine: T, theirs: T, path = ''): Merged<T> {
  if (same(mine, base)) return { value: theirs, both: [] };
  if (same(theirs, base) || same(mine, theirs)) return { value: mine, both: [] };
  if (!isObject(mine) || !isObject(theirs)) return { value: mine, both: [path] };
  const from: Json = isObject(base) ? base : {};
  const both: string[] = [];
  const value: Json = {};
  for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const one = merged(from[key], mine[key], theirs[key], path ? `${path}.${key}` : key);
    both.push(...one.both);
    if (one.value !== undefined) value[key] = one.value;
  }
  return { value: value as T, both };
}
