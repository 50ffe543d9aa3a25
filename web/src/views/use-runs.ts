import type { RunWord } from '@douane/core/board';
import { useQuery } from '@tanstack/react-query';
import * as queries from '../api/queries';
import type { Run } from '../api/types';

export const underWay = (state: RunWord) => state === 'queued' || state === 'running' || state === 'cancelling';

/** The runs of one kind of a site, newest first: the latest, and the latest that has a report. */
export function useRuns<R extends Run>(siteId: string, kind: Run['kind']) {
  const { data, error } = useQuery(queries.runs<R>(siteId, kind));
  const all = data?.runs ?? [];
  return {
    all,
    error,
    loaded: data !== undefined,
    latest: all[0],
    finished: all.find((run) => run.state === 'done' || (run.state === 'cancelled' && run.summary !== null)),
  };
}
