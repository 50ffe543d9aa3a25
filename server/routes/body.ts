import { parseWith } from '@douane/core/setup';
import type { Request } from 'express';
import type { z } from 'zod';
import { Problem } from '../problems';

/** The request's body, checked; a problem that names each wrong field otherwise. */
export function bodyOf<T>(schema: z.ZodType<T>, req: Request): T {
  const parsed = parseWith(schema, req.body);
  if (!parsed.ok) throw new Problem(422, 'Some fields are not right', undefined, parsed.problems);
  return parsed.value;
}
