import { matchesName } from './match';

/**
 * Patterns of the paths on which the banner does not come by itself, since the site named them or since it is paused.
 * What needs a yes stays held there, and the choice within reach.
 */
export const quietPaths = (notOn: readonly string[] = [], paused = false): string[] => (paused ? ['*'] : [...notOn]);

/** Whether the banner comes by itself on a page: something has to be asked, and the page is none of the quiet ones. */
export const comesByItself = (ask: boolean, quiet: readonly string[], path: string): boolean =>
  ask && !quiet.some((pattern) => matchesName(pattern, path));
