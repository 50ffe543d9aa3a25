import type { ScanRun } from '@douane/api';
import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { call } from '../../api/client';
import { useKeys } from '../../ui/keys';
import { Ago, Button, Empty, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { underWay, useRuns } from '../use-runs';
import { Coverage } from './coverage';
import { PageTable } from './page-table';
import { RunningScan } from './running-scan';
import { ScanDocket } from './scan-docket';
import { ScanLinks } from './scan-links';
import { Signs } from './signs';

/** The running scan, or what the last one, or a chosen one, found. */
export function ScanView() {
  const site = useSite();
  const client = useQueryClient();
  const [search] = useSearchParams();
  const { latest, finished, shown, all, reading, error } = useRuns<ScanRun>(site.id, 'scan', search.get('scan'));
  const start = useMutation({
    mutationFn: () => call('POST', `/sites/${site.id}/scans`, {}),
    onSuccess: () => client.invalidateQueries({ queryKey: ['scan', site.id] }),
  });
  const cancel = useMutation({ mutationFn: (id: string) => call('POST', `/runs/${id}/cancel`) });
  const running = latest && underWay(latest.state) ? latest : null;
  useKeys({ r: () => !running && start.mutate() });
  const report = shown?.report;
  const { state } = site;
  const failed = report?.pages.filter((page) => page.outcome === 'failed' || page.outcome === 'timed-out').length ?? 0;

  const title = () => {
    if (reading) return 'Reading';
    if (running) return 'Scanning';
    if (report) {
      return `${plural(report.pages.length, 'page')}, ${plural(finished?.summary?.items ?? 0, 'item')}`;
    }
    return latest?.state === 'failed' ? 'The scan could not be run' : 'Not scanned yet';
  };
  return (
    <ListAndDocket docket={<ScanDocket shown={shown} all={all} />}>
      <ScanLinks />
      <Finding
        title={title()}
        acts={
          running ? (
            <Button
              onClick={() => cancel.mutate(running.id)}
              disabled={running.state === 'cancelling' || cancel.isPending}
            >
              {running.state === 'cancelling' ? 'Stopping' : 'Stop, keep what is there'}
            </Button>
          ) : (
            <Button kind="act" onClick={() => start.mutate()} disabled={start.isPending}>
              Scan now
            </Button>
          )
        }
      >
        {!running && report && finished?.finishedAt && (
          <>
            {report.target}, <Ago at={finished.finishedAt} />, {report.seconds.toFixed(0)} s, {report.browser}
            {report.cancelled && ', stopped before its end'}
          </>
        )}
        {!running &&
          !report &&
          !latest &&
          'A browser opens the pages one by one, as a new visitor each time, and lists every cookie, storage key and third party.'}
        {!running && latest?.state === 'failed' && latest.why}
      </Finding>
      <Trouble error={error ?? start.error ?? cancel.error} />
      {running && <RunningScan run={running} />}
      {!running && report && state.openItems > 0 && (
        <p className="mb-4">
          <Link to="../classify">Rule {plural(state.openItems, 'open item')} of the site</Link>
          {failed > 0 && (
            <span className="text-ink2"> · {plural(failed, 'page')} could not be visited; shown first</span>
          )}
        </p>
      )}
      {!running && report && (
        <>
          <Coverage report={report} />
          <Signs signs={report.signs} />
          <PageTable pages={report.pages} problems={report.problems} />
        </>
      )}
      {!reading && !report && !running && latest?.state !== 'failed' && (
        <Empty>The pages that were visited, and what became of each, will stand here.</Empty>
      )}
    </ListAndDocket>
  );
}
