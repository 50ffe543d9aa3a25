import type { ServerResponse } from 'node:http';

/** Headers of every answer to a visitor's browser: pages of other origins use it, as what it says it is and nothing else. */
export function visitorHeaders(res: ServerResponse): void {
  res.setHeader('cross-origin-resource-policy', 'cross-origin');
  res.setHeader('x-content-type-options', 'nosniff');
}
