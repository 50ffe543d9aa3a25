import { expect, it } from 'vitest';
import { comesByItself, quietPaths } from './index';

it.each([
  [true, [], '/', true],
  [false, [], '/', false],
  [true, ['/privacy'], '/privacy', false],
  [true, ['/privacy'], '/privacy/more', true],
  [true, ['/help/*'], '/help/chat', false],
  [true, ['/help/*'], '/helpful', true],
  [true, quietPaths(['/privacy'], true), '/anything', false],
  [true, quietPaths(['/privacy']), '/anything', true],
] as const)('asked %s, quiet on %j: on %s it comes: %s', (ask, quiet, path, comes) => {
  expect(comesByItself(ask, quiet, path)).toBe(comes);
});
