/** A reviewer's word on a version. `left`: no longer with the organisation. */
export interface Review {
  person: string;
  decision: 'approved' | 'sent-back' | null;
  left?: boolean;
}

/** How a version of a policy stands. */
export const VERSION_STATES = ['in-review', 'sent-back', 'approved', 'scheduled', 'live', 'replaced'] as const;
export type VersionState = (typeof VERSION_STATES)[number];

/**
 * The state of each version, from its reviews and from when it is live; versions in any order, times as ISO. One is
 * approved when all of its reviewers said so, and by itself where it has none. `now`: ISO time.
 */
export function versionStates(
  versions: readonly { number: number; liveFrom: string | null; reviews: readonly Review[] }[],
  now: string,
): Map<number, VersionState> {
  const begun = versions.filter(({ liveFrom }) => liveFrom !== null && liveFrom <= now);
  const live = begun.reduce<(typeof begun)[number] | null>(
    (last, one) =>
      !last || one.liveFrom! > last.liveFrom! || (one.liveFrom === last.liveFrom && one.number > last.number)
        ? one
        : last,
    null,
  );
  return new Map(
    versions.map(({ number, liveFrom, reviews }): [number, VersionState] => {
      if (liveFrom !== null)
        return [number, number === live?.number ? 'live' : liveFrom <= now ? 'replaced' : 'scheduled'];
      if (reviews.some(({ decision }) => decision === 'sent-back')) return [number, 'sent-back'];
      return [number, reviews.every(({ decision }) => decision === 'approved') ? 'approved' : 'in-review'];
    }),
  );
}
