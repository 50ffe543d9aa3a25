import type { CheckedCase } from '@douane/core/check';
import type { Lane, LaneFiring } from './lanes';

/** The time of a visit that is shown, in ms. */
export type Span = [from: number, to: number];

/** The whole of a visit. */
export const endOf = (visit: CheckedCase, lanes: readonly Lane[]) =>
  Math.ceil(
    1.02 *
      Math.max(
        1000,
        visit.recorded.at(-1)?.atMs ?? 0,
        ...lanes.flatMap(({ firings }) => firings.map(({ atMs }) => atMs)),
      ),
  );

/** Around the records, and as far as the first thing that slipped, of the service that is looked at where it did. */
export function near(
  { recorded }: CheckedCase,
  lanes: readonly Lane[],
  last: number,
  selected: string | null = null,
): Span {
  const own = lanes.filter(({ service, firings }) => service === selected && firings.some((one) => !one.permitted));
  const slips = (own.length > 0 ? own : lanes).flatMap(({ firings }) =>
    firings.filter(({ permitted }) => !permitted).map(({ atMs }) => atMs),
  );
  const firstSlip = slips.length > 0 ? Math.min(...slips) * 1.15 : 0;
  return [0, Math.min(last, Math.ceil(Math.max(2500, ((recorded.at(-1)?.atMs ?? 0) + 700) * 1.6, firstSlip)))];
}

export const isSameMark = (a: LaneFiring, b: LaneFiring | null) => a.item === b?.item && a.atMs === b.atMs;

/** The mark that an arrow leads to: left and right in its lane, up and down to the nearest in time in another. */
export function nextMark(
  lanes: readonly Lane[],
  at: LaneFiring | null,
  key: string,
  isIn: (ms: number) => boolean,
): LaneFiring | undefined {
  if (!/^Arrow/.test(key)) return undefined;
  const shown = lanes
    .map(({ firings }) => firings.filter(({ atMs }) => isIn(atMs)).sort((a, b) => a.atMs - b.atMs))
    .filter((firings) => firings.length > 0);
  const lane = shown.findIndex((firings) => firings.some((one) => isSameMark(one, at)));
  if (!at || lane < 0) return shown[0]?.[0];
  const place = shown[lane]!.findIndex((one) => isSameMark(one, at));
  if (key === 'ArrowLeft' || key === 'ArrowRight') return shown[lane]![place + (key === 'ArrowRight' ? 1 : -1)];
  const other = shown[lane + (key === 'ArrowDown' ? 1 : -1)] ?? [];
  const away = ({ atMs }: LaneFiring) => Math.abs(atMs - at.atMs);
  return [...other].sort((a, b) => away(a) - away(b))[0];
}
