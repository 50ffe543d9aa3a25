import type { CheckRun } from '@douane/api';
import type { CheckReport } from '@douane/core/check';
import type { ReactNode } from 'react';
import { Empty, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { underWay, type useRuns } from '../use-runs';
import { headingOf, ReportBody, ReportDocket, useSelection } from './check-report';
import { CheckProgress, StopButton } from './check-running';
import { History } from './history';

interface CheckFrameProps {
  runs: ReturnType<typeof useRuns<CheckRun>>;
  /** Headings while one is under way, and where there is none. */
  words: { checking: string; none: string };
  /** What can be done while none is under way. */
  acts: ReactNode;
  /** What is to be said of the report that is shown, and where none is under way besides. */
  about(report: CheckReport, run: CheckRun): ReactNode;
  aside?: ReactNode;
  /** To other kinds of check. */
  ways: ReactNode;
  error: Error | null;
  /** Between the heading and the report. */
  children: ReactNode;
  /** What a check would be, where there is none yet. */
  empty: ReactNode;
}

/** A view of checks of one kind: the newest or the chosen one, or the one under way; and all there were. */
export function CheckFrame({ runs, words, acts, about, aside, ways, error, children, empty }: CheckFrameProps) {
  const { all, latest, finished, shown, reading } = runs;
  const running = latest && underWay(latest.state) ? latest : null;
  const failed = latest?.state === 'failed' ? latest : null;
  const report = shown?.report ?? undefined;
  const { selection, select } = useSelection(report);
  const title = report ? headingOf(report) : failed ? 'The check could not be run' : words.none;
  return (
    <ListAndDocket
      docket={
        <>
          {report && selection && <ReportDocket runId={shown!.id} report={report} selection={selection} />}
          <History all={all} shown={finished?.id} ways={<p className="mt-1 flex flex-wrap gap-x-4">{ways}</p>} />
        </>
      }
    >
      <Finding
        title={reading ? 'Reading' : running ? words.checking : title}
        acts={running ? <StopButton run={running} /> : acts}
      >
        {!running && report && finished?.finishedAt && about(report, finished)}
        {!running && !reading && aside}
        {!running && failed?.why}
      </Finding>
      <Trouble error={runs.error ?? error} />
      {!running && children}
      {running && <CheckProgress run={running} />}
      {report && selection && <ReportBody report={report} selection={selection} select={select} />}
      {!reading && !report && !running && !failed && <Empty>{empty}</Empty>}
    </ListAndDocket>
  );
}
