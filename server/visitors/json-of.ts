import { Problem } from '../problems';

/** A body that calls itself text, so that the browser needs no preflight request. Throws a problem where it is no JSON. */
export function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Problem(400, 'The body is not JSON');
  }
}
