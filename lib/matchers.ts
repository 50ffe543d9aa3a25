import { type CheckedItem, serviceOf, slipWords, type Verdict } from '@douane/core/check';
import type { WatchedVisit } from '@douane/scanner';

interface Said {
  pass: boolean;
  message(): string;
}

/** As they stand on what `expect` gives back. */
export interface VisitMatchers<R> {
  /** So far nothing fired without permission, or before the record that gives it. */
  toHaveNothingSlipped(): R;
  /** So far everything of a service that was to be held was held. */
  toHaveHeld(service: string): R;
  /** The service ran, and only with permission. */
  toHaveCleared(service: string): R;
}

/** For `expect.extend(matchers)`, of Playwright's own test runner and of others that read matchers alike. */
export const matchers = {
  toHaveNothingSlipped(visit: WatchedVisit): Said {
    const slipped = visit.items().filter(({ verdict }) => verdict === 'slipped');
    return {
      pass: slipped.length === 0,
      message: () => (slipped.length === 0 ? 'Nothing slipped, and something was expected to.' : listOf(slipped)),
    };
  },
  toHaveHeld: (visit: WatchedVisit, service: string): Said => allAre('held', visit, service),
  toHaveCleared: (visit: WatchedVisit, service: string): Said => allAre('cleared', visit, service),
};

function allAre(verdict: Verdict, visit: WatchedVisit, service: string): Said {
  const items = visit.items();
  const own = items.filter((item) => serviceOf(item) === service);
  const fired = own.filter(({ firings }) => firings.length > 0);
  const slipped = own.filter((item) => item.verdict === 'slipped');
  const isHeld = fired.every((item) => item.verdict === 'held');
  const pass =
    own.length > 0 &&
    slipped.length === 0 &&
    (verdict === 'held' ? isHeld : fired.some((item) => item.verdict === verdict));
  const known = [...new Set(items.map(serviceOf))].join(', ');
  return {
    pass,
    message: () =>
      own.length === 0
        ? `There is no service "${service}" in this visit; there are ${known}.`
        : pass
          ? `${service} was ${verdict}, and was expected not to be.`
          : slipped.length > 0
            ? listOf(slipped)
            : `${service} was to be ${verdict}: ${own.map((item) => `${item.kind} ${item.name} ${item.verdict}`).join(', ')}.`,
  };
}

const listOf = (slipped: readonly CheckedItem[]): string =>
  slipped
    .map(
      (item) =>
        `${serviceOf(item)}: ${item.kind} ${item.name} of ${item.host} slipped. ${slipWords(item)} ${item.page ?? ''}`,
    )
    .join('\n');
