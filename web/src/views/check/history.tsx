import type { CheckRun } from '@douane/api';
import { plural } from '@douane/core/words';
import { lazy, type ReactNode, Suspense } from 'react';
import { exactTime } from '../../ui/parts';
import { RunLine } from '../run-line';
import { underWay } from '../use-runs';

/** The library that draws it is larger than all else of this view. */
const HistoryLine = lazy(() => import('./history-line'));

/** Checks in the line and in the list. */
const MOST_POINTS = 60;
const MOST_LINES = 12;

/** What came of a site's checks over time, and each to be opened again or held against the one before. */
export function History({ all, shown, ways }: { all: CheckRun[]; shown: string | undefined; ways?: ReactNode }) {
  const points = all
    .flatMap(({ requestedAt, summary }) => (summary ? { at: requestedAt, ...summary } : []))
    .slice(0, MOST_POINTS)
    .reverse()
    .map(({ at, things, exposed = 0 }) => ({ at: exactTime(at), slipped: things, exposed }));
  return (
    <section className="mt-6">
      <h2>Checks</h2>
      {points.length > 1 && (
        <figure className="mt-2" aria-label="Things that slipped, and that are exposed, from check to check">
          <Suspense fallback={<div className="h-[110px]" />}>
            <HistoryLine points={points} />
          </Suspense>
          <figcaption className="text-ink2">slipped: whole line; exposed: broken line</figcaption>
        </figure>
      )}
      {ways}
      {all.length === 0 && <p className="mt-2 text-ink2">None yet.</p>}
      <ul className="mt-2">
        {all.slice(0, MOST_LINES).map((run, i) => {
          const before = all.slice(i + 1).find(({ state }) => state === 'done');
          return (
            <RunLine key={run.id} kind="check" run={run} before={before} shown={run.id === shown} mark={markOf(run)}>
              {cameOf(run)}
            </RunLine>
          );
        })}
      </ul>
    </section>
  );
}

const markOf = ({ state, summary }: CheckRun) =>
  underWay(state)
    ? 'running'
    : state === 'failed' || (summary && summary.things > 0)
      ? 'slipped'
      : state !== 'done' || (summary?.failed ?? 0) > 0
        ? 'waits'
        : 'in-order';

function cameOf({ state, summary }: CheckRun): string {
  if (!summary) return state;
  const failed = summary.failed ? `, ${summary.failed} not checked` : '';
  return `${summary.things > 0 ? `${summary.things} slipped` : 'clean'} in ${plural(summary.cases, 'visit')}${failed}`;
}
