import type { Signals } from '@douane/core/regimes';

/** Runs before a page's own scripts: tells the gate which visitor this is, and gives the page his signal as a browser that sends it would. */
export function asVisitor(visit: Signals & { place: string; test: boolean }): string {
  const signal = `Object.defineProperty(Navigator.prototype, 'globalPrivacyControl', { get: () => ${visit.gpc}, configurable: true });`;
  return `window.douaneVisit = ${JSON.stringify(visit)}; ${signal}`;
}
