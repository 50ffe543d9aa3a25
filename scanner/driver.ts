import { createRequire } from 'node:module';

/**
 * The driver of the browser. Loaded by whoever first needs a browser, and by `require`: reading it as an import takes
 * longer than most commands run.
 */
export const driver = (): typeof import('playwright-core') => createRequire(import.meta.url)('playwright-core');
