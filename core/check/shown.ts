import type { CheckedItem, Exposed, Shown } from './types';

/**
 * How a slip got past the gate, as far as the page tells. `ahead`: its tag stands unmarked, and the browser asked before
 * the gate could. `above-gate`: it stands before the gate, or without one. `network`: the network alone showed it.
 * `run-time`: a script brought it in.
 */
export function shownBy(
  { host, page, chain = [] }: Pick<CheckedItem, 'host' | 'page' | 'chain'>,
  exposed: readonly Exposed[],
): Shown | undefined {
  const here = exposed.filter((one) => one.page === page);
  if (chain.at(-1)?.how === 'network') return 'network';
  if (here.some(({ what }) => what === 'gate')) return 'above-gate';
  if (here.some(({ what, hosts }) => what !== 'gate' && hosts.includes(host))) return 'ahead';
  return chain.some(({ how }) => how === 'script' || how === 'page-script' || how === 'worker')
    ? 'run-time'
    : undefined;
}

/** What was found of the page on which an item slipped. */
export const exposedOn = <T extends Exposed>({ page }: Pick<CheckedItem, 'page'>, exposed: readonly T[] = []): T[] =>
  exposed.filter((one) => one.page === page);
