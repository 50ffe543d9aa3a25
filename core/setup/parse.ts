import { z } from 'zod';
import { crossChecks } from './cross-checks';
import { setupSchema } from './schema';
import type { Setup } from './types';
import { upgradeSetup } from './upgrade';

export interface FieldProblem {
  /** Path of the field, such as `services[2].purpose`; empty for the whole file. */
  path: string;
  message: string;
}

export type Parsed<T> = { ok: true; value: T } | { ok: false; problems: FieldProblem[] };

/** Checks outside data against a schema and names every field that is wrong. */
export function parseWith<T>(schema: z.ZodType<T>, data: unknown): Parsed<T> {
  const result = schema.safeParse(data);
  if (result.success) return { ok: true, value: result.data };
  const problems = result.error.issues.map((issue) => ({ path: fieldPath(issue.path), message: issue.message }));
  return { ok: false, problems };
}

/** Reads the text of a JSON file by a schema. A text that is not JSON is one problem with an empty path. */
export function parseText<T>(schema: z.ZodType<T>, text: string): Parsed<T> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (cause) {
    return { ok: false, problems: [{ path: '', message: `not JSON: ${(cause as Error).message}` }] };
  }
  return parseWith(schema, data);
}

/** Reads a setup of any format that was ever written. */
const anySetup = z.preprocess(upgradeSetup, setupSchema.superRefine(crossChecks));
const anyForm = z.preprocess(upgradeSetup, setupSchema);

/** Checks a setup, brought up to today's format first. */
export const parseSetup = (data: unknown): Parsed<Setup> => parseWith(anySetup, data);

/**
 * Reads a setup that was right when it was kept, by its form alone: a law that was changed or withdrawn since, or a check
 * that is new, does not make it unreadable. `parseSetup` tells what is wrong with it today.
 */
export const readSetup = (data: unknown): Parsed<Setup> => parseWith(anyForm, data);

/** Reads the text of a setup file. */
export const parseSetupText = (text: string): Parsed<Setup> => parseText(anySetup, text);

/** JSON Schema (draft 2020-12) of the setup file. Rules between fields are not in it; `parseSetupText` has them. */
export function setupJsonSchema(): object {
  return z.toJSONSchema(setupSchema, { io: 'input' });
}

function fieldPath(path: PropertyKey[]): string {
  return path.reduce<string>(
    (text, part) => (typeof part === 'number' ? `${text}[${part}]` : text ? `${text}.${String(part)}` : String(part)),
    '',
  );
}
