import type { CheckRun, GivenReport } from '@douane/api';
import { slippedThings } from '@douane/core/check';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { call } from '../../api/client';
import { useKeys } from '../../ui/keys';
import { Ago, Button, Empty, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { pathOf } from '../../ui/words';
import { useSite } from '../site-frame';
import { underWay, useRuns } from '../use-runs';
import { headingOf, ReportBody, ReportDocket, useSelection } from './check-report';
import { CheckProgress, StopButton } from './check-running';
import { History } from './history';
import { Visits } from './visits';

export function CheckView() {
  const site = useSite();
  const client = useQueryClient();
  const [params] = useSearchParams();
  const { all, latest, finished, shown, reading, error } = useRuns<CheckRun>(site.id, 'check', params.get('check'));
  const start = useMutation({
    mutationFn: (pages?: string[]) => call('POST', `/sites/${site.id}/checks`, pages ? { pages } : {}),
    onSuccess: () => client.invalidateQueries({ queryKey: ['check', site.id] }),
  });
  // Made once, and kept as it was given out, so that it can be verified.
  const give = useMutation({
    mutationFn: (runId: string) => call<GivenReport>('POST', `/runs/${runId}/report`),
  });
  const running = latest && underWay(latest.state) ? latest : null;
  useKeys({ r: () => !running && start.mutate(undefined) });

  const report = shown?.report ?? undefined;
  const { selection, select } = useSelection(report);
  const slippedPages = report ? [...new Set(slippedThings(report.cases).flatMap(({ item }) => item.page ?? []))] : [];

  return (
    <ListAndDocket
      docket={
        <>
          {report && selection && <ReportDocket runId={shown!.id} report={report} selection={selection} />}
          <History
            all={all}
            shown={finished?.id}
            ways={
              <p className="mt-1 flex flex-wrap gap-x-4">
                <Link to="draft">Of the draft</Link>
                <Link to="pipeline">From a pipeline</Link>
              </p>
            }
          />
        </>
      }
    >
      <Finding
        title={
          reading
            ? 'Reading'
            : running
              ? 'Checking'
              : report
                ? headingOf(report)
                : latest?.state === 'failed'
                  ? 'The check could not be run'
                  : 'Not checked yet'
        }
        acts={
          running ? (
            <StopButton run={running} />
          ) : (
            <>
              {report && finished && (
                <Button onClick={() => give.mutate(finished.id)} disabled={give.isPending}>
                  Report
                </Button>
              )}
              {slippedPages.length > 0 && (
                <Button onClick={() => start.mutate(slippedPages)} disabled={start.isPending}>
                  Check {slippedPages.length === 1 ? pathOf(slippedPages[0]!) : `these ${slippedPages.length} pages`}{' '}
                  again
                </Button>
              )}
              <Button
                kind="act"
                onClick={() => start.mutate(undefined)}
                disabled={start.isPending || site.state.version === null}
              >
                Check now
              </Button>
            </>
          )
        }
      >
        {!running && report && finished?.finishedAt && (
          <>
            <Ago at={finished.finishedAt} />, {report.pages.length} pages, release v{finished.summary?.version}
            {report.version !== null &&
              report.version !== finished.summary?.version &&
              ` (the site still carries v${report.version})`}
            , {report.browser}, {report.seconds.toFixed(0)} s
          </>
        )}
        {!running && site.state.version !== null && site.state.draftDiffers > 0 && (
          <>
            {report ? '. ' : ''}The draft differs: <Link to="draft">check it before it is published</Link>.
          </>
        )}
        {!running && latest?.state === 'failed' && latest.why}
        {!reading && !running && !report && site.state.version === null && (
          <>
            There is nothing to check against until a release is in force. <Link to="../banner">Publish one</Link>.
          </>
        )}
      </Finding>
      {give.data && (
        <div className="mb-3 max-w-[720px] border-l-4 border-stamp bg-sheet px-3 py-2" role="status">
          Kept as given out, each file with its hash. Whoever has one can have it verified:{' '}
          <span className="mono">douane verify-report FILE</span>.
          {give.data.files.map(({ form, hash }) => (
            <p key={form} className="text-ink2 [overflow-wrap:anywhere]">
              <a href={`/api/runs/${give.variables}/report.${form}`}>{form === 'html' ? 'HTML file' : 'PDF'}</a>,
              SHA-256 <span className="mono">{hash}</span>
            </p>
          ))}
        </div>
      )}
      <Trouble error={error ?? start.error ?? give.error} />
      {site.state.version !== null && !running && <Visits siteId={site.id} pages={report?.pages.length ?? null} />}
      {running && <CheckProgress run={running} />}
      {report && selection && <ReportBody report={report} selection={selection} select={select} />}
      {!reading && !report && !running && latest?.state !== 'failed' && (
        <Empty>
          A browser will visit the site as each kind of visitor: from each region, with no choice, with a yes, with a
          no, with a yes taken back. For every tag it tells whether it was held, cleared, or slipped ahead of the
          record.
        </Empty>
      )}
    </ListAndDocket>
  );
}
