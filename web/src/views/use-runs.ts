import type { Run } from '@douane/api';
import type { RunWord } from '@douane/core/board';
import { useQuery } from '@tanstack/react-query';
import * as queries from '../api/queries';

export const underWay = (state: RunWord) => state === 'queued' || state === 'running' || state === 'cancelling';

/** The runs of one kind of a site, newest first, and the whole of the chosen one or else the latest that has a report. */
export function useRuns<R extends Run>(siteId: string, kind: Run['kind'], chosen: string | null = null) {
  const { data, error } = useQuery(queries.runs<R>(siteId, kind));
  const all = data?.runs ?? [];
  const withReport = all.filter((run) => run.state === 'done' || (run.state === 'cancelled' && run.summary !== null));
  const finished = withReport.find((run) => run.id === chosen) ?? withReport[0];
  const { data: shown, error: unread } = useQuery(queries.run<R>(siteId, kind, finished?.id));
  return {
    all,
    finished,
    shown,
    latest: all[0],
    error: error ?? unread,
    /** Nothing can be said yet: the answer is still on its way. */
    reading: !error && !unread && (data === undefined || (finished !== undefined && shown === undefined)),
  };
}
