import type { CheckRun, Draft } from '@douane/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Ago, Button, Empty, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { underWay, useRuns } from '../use-runs';
import { headingOf, ReportBody, ReportDocket, useSelection } from './check-report';
import { CheckProgress, StopButton } from './check-running';
import { History } from './history';

/**
 * A check of the draft, before it is published: the site is visited at one of its addresses, and the visits alone get the
 * draft's gate.
 */
export function DraftCheckView() {
  const site = useSite();
  const client = useQueryClient();
  const [params] = useSearchParams();
  const { data: draft } = useQuery(queries.draft(site.id));
  const { all, latest, finished, shown, reading, error } = useRuns<CheckRun>(
    site.id,
    'draft-check',
    params.get('check'),
  );
  const addresses = addressesOf(draft);
  const [chosen, choose] = useState<string | null>(null);
  const address = chosen ?? addresses[0];
  const start = useMutation({
    mutationFn: () => call('POST', `/sites/${site.id}/draft-checks`, { address }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['draft-check', site.id] }),
  });
  const running = latest && underWay(latest.state) ? latest : null;
  const report = shown?.report ?? undefined;
  const { selection, select } = useSelection(report);
  const next = (draft?.releases[0]?.number ?? 0) + 1;
  return (
    <ListAndDocket
      docket={
        <>
          {report && selection && <ReportDocket runId={shown!.id} report={report} selection={selection} />}
          <History
            all={all}
            shown={finished?.id}
            ways={
              <p className="mt-1">
                <Link to=".." relative="path">
                  Of what is in force
                </Link>
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
              ? 'Checking the draft'
              : report
                ? headingOf(report)
                : latest?.state === 'failed'
                  ? 'The check could not be run'
                  : 'The draft was not checked yet'
        }
        acts={
          running ? (
            <StopButton run={running} />
          ) : (
            <Button kind="act" onClick={() => start.mutate()} disabled={start.isPending || !address}>
              Check the draft
            </Button>
          )
        }
      >
        {!running && report && finished?.finishedAt && (
          <>
            <Ago at={finished.finishedAt} />, at {new URL(report.target).origin}, {report.pages.length} pages, as it
            would be v{finished.summary?.version}. Where it was changed since, check it anew.
          </>
        )}
        {!running && latest?.state === 'failed' && latest.why}
      </Finding>
      <Trouble error={error ?? start.error} />
      {!running && addresses.length > 0 && (
        <label className="mb-3 flex flex-wrap items-center gap-2">
          At
          <select value={address} onChange={({ target }) => choose(target.value)}>
            {addresses.map((one) => (
              <option key={one} value={one}>
                {one}
                {draft?.setup.site.staging.includes(one) ? ' (staging)' : ''}
              </option>
            ))}
          </select>
        </label>
      )}
      {running && <CheckProgress run={running} />}
      {report && selection && <ReportBody report={report} selection={selection} select={select} />}
      {!reading && !report && !running && latest?.state !== 'failed' && (
        <Empty>
          The same visits as in a check of what is in force, but with the draft’s gate, as if it were v{next}. The site
          has to carry its snippet there. Nobody else gets the draft, and the choices that these visits make are written
          to no ledger. What the site’s own server sets from the release in force (headers, an edge, a gate written into
          the page) stays as it is. Then <Link to="../banner/publish">publish it</Link>.
        </Empty>
      )}
    </ListAndDocket>
  );
}

/** Where the site can be visited: staging first, since there nothing is at stake. */
function addressesOf(draft: Draft | undefined): string[] {
  const { staging = [], addresses = [] } = draft?.setup.site ?? {};
  return [...new Set([...staging, ...addresses])];
}
