import type { CheckRun, GivenReport } from '@douane/api';
import { slippedThings } from '@douane/core/check';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { call } from '../../api/client';
import { useKeys } from '../../ui/keys';
import { Ago, Button } from '../../ui/parts';
import { pathOf } from '../../ui/words';
import { useSite } from '../site-frame';
import { underWay, useRuns } from '../use-runs';
import { CheckFrame } from './check-frame';
import { Visits } from './visits';

export function CheckView() {
  const site = useSite();
  const client = useQueryClient();
  const [params] = useSearchParams();
  const runs = useRuns<CheckRun>(site.id, 'check', params.get('check'));
  const { latest, finished, shown } = runs;
  const start = useMutation({
    mutationFn: (pages?: string[]) => call('POST', `/sites/${site.id}/checks`, pages ? { pages } : {}),
    onSuccess: () => client.invalidateQueries({ queryKey: ['check', site.id] }),
  });
  // Made once, and kept as it was given out, so that it can be verified.
  const give = useMutation({
    mutationFn: (runId: string) => call<GivenReport>('POST', `/runs/${runId}/report`),
  });
  useKeys({ r: () => !(latest && underWay(latest.state)) && start.mutate(undefined) });

  const report = shown?.report ?? undefined;
  const slippedPages = report ? [...new Set(slippedThings(report.cases).flatMap(({ item }) => item.page ?? []))] : [];

  return (
    <CheckFrame
      runs={runs}
      words={{ checking: 'Checking', none: 'Not checked yet' }}
      error={start.error ?? give.error}
      ways={
        <>
          <Link to="draft">Of the draft</Link>
          <Link to="pipeline">From a pipeline</Link>
        </>
      }
      acts={
        <>
          {report && finished && (
            <Button onClick={() => give.mutate(finished.id)} disabled={give.isPending}>
              Report
            </Button>
          )}
          {slippedPages.length > 0 && (
            <Button onClick={() => start.mutate(slippedPages)} disabled={start.isPending}>
              Check {slippedPages.length === 1 ? pathOf(slippedPages[0]!) : `these ${slippedPages.length} pages`} again
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
      }
      about={({ pages, version, browser, seconds }, { finishedAt, summary }) => (
        <>
          <Ago at={finishedAt!} />, {pages.length} pages, release v{summary?.version}
          {version !== null && version !== summary?.version && ` (the site still carries v${version})`}, {browser},{' '}
          {seconds.toFixed(0)} s.{' '}
        </>
      )}
      aside={
        site.state.version === null
          ? !report && (
              <>
                There is nothing to check against until a release is in force. <Link to="../banner">Publish one</Link>.
              </>
            )
          : site.state.draftDiffers > 0 && (
              <>
                The draft differs: <Link to="draft">check it before it is published</Link>.
              </>
            )
      }
      empty={
        <>
          A browser will visit the site as each kind of visitor: from each region, with no choice, with a yes, with a
          no, with a yes taken back. For every tag it tells whether it was held, cleared, or slipped ahead of the
          record.
        </>
      }
    >
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
      {site.state.version !== null && <Visits siteId={site.id} />}
    </CheckFrame>
  );
}
