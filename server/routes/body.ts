import { parseWith } from '@douane/core/setup';
import type { Request } from 'express';
import { z } from 'zod';
import { Problem } from '../problems';

/** Sites that something is done with at once. */
export const siteIds = z.array(z.uuid()).min(1, 'at least one site').max(500);

/** The request's body, checked; a problem that names each wrong field otherwise. */
export const bodyOf = <T>(schema: z.ZodType<T>, req: Request): T => checked(schema, req.body);

/** The same for data that was put together from it. */
export function checked<T>(schema: z.ZodType<T>, data: unknown): T {
  const parsed = parseWith(schema, data);
  if (!parsed.ok) throw new Problem(422, 'Some fields are not right', undefined, parsed.problems);
  return parsed.value;
}
