import type { ImportRun, RequestedRun, RuledItem, ScanRun } from '@douane/api';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { Link } from 'react-router';
import { sendFile } from '../../api/client';
import * as queries from '../../api/queries';
import { Ago, Button, exactTime, Facts, Section, Trouble } from '../../ui/parts';
import { isOpen } from '../classify/inventory';
import { RunLine } from '../run-line';
import { useSite } from '../site-frame';
import { underWay } from '../use-runs';

/** Past scans, what can be taken away of the one that is shown, and what can be brought in from elsewhere. */
export function ScanDocket({ shown, all }: { shown: ScanRun | undefined; all: ScanRun[] }) {
  const site = useSite();
  const { data } = useQuery(queries.items(site.id));
  const { data: imports } = useQuery(queries.runs<ImportRun>(site.id, 'import'));
  const { data: setup } = useQuery(queries.scanSetup(site.id));
  return (
    <>
      <h2>Scans</h2>
      {all.length === 0 && <p className="mt-2 text-ink2">None yet.</p>}
      <ul className="mt-2">
        {all.slice(0, 12).map((run, i) => {
          const before = all.slice(i + 1).find((other) => other.state === 'done');
          return (
            <RunLine key={run.id} kind="scan" run={run} before={before} shown={run.id === shown?.id} mark={markOf(run)}>
              {run.summary ? `${plural(run.summary.pages, 'page')}, ${plural(run.summary.items, 'item')}` : run.state}
            </RunLine>
          );
        })}
      </ul>
      {setup && (
        <p className="mt-2 text-ink2">
          {setup.schedule ? (
            <>Next by schedule: {exactTime(setup.schedule.nextAt)}.</>
          ) : (
            <>
              No schedule. <Link to="setup#schedule">Set one</Link>.
            </>
          )}
        </p>
      )}
      {shown?.report && (
        <Section title="Take it away">
          <p className="flex flex-wrap gap-x-4 gap-y-1">
            {(['pdf', 'csv', 'json', ...(shown.report.plan.keepHar ? ['har'] : [])] as string[]).map((as) => (
              <a
                key={as}
                className="inline-flex min-h-6 items-center"
                href={`/api/runs/${shown.id}/export?as=${as}`}
                download
              >
                {as === 'pdf' ? 'PDF report' : as.toUpperCase()}
              </a>
            ))}
          </p>
          {!shown.report.plan.keepHar && (
            <p className="text-ink2">For a HAR, keep all requests: it is in the set-up.</p>
          )}
        </Section>
      )}
      <ImportFile siteId={site.id} />
      {imports && imports.runs.length > 0 && (
        <ul className="mt-2">
          {imports.runs.slice(0, 5).map((run) => (
            <ImportLine key={run.id} siteId={site.id} run={run} />
          ))}
        </ul>
      )}
      {(data?.items.length ?? 0) > 0 && (
        <Section title="What the site holds">
          <Facts of={countsOf(data?.items ?? [])} />
        </Section>
      )}
    </>
  );
}

const markOf = ({ state }: ScanRun) =>
  state === 'done' ? 'in-order' : state === 'failed' ? 'slipped' : underWay(state) ? 'running' : 'waits';

/** Brings in what another tool recorded. */
function ImportFile({ siteId }: { siteId: string }) {
  const client = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const bring = useMutation({
    mutationFn: (file: File) =>
      sendFile<RequestedRun>(`/sites/${siteId}/imports?name=${encodeURIComponent(file.name)}`, file),
    onSuccess: () => client.invalidateQueries({ queryKey: ['import', siteId] }),
  });
  return (
    <Section title="Bring in">
      <input
        ref={input}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label="File to bring in"
        accept=".har,.json,.txt,.csv,.tsv"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) bring.mutate(file);
        }}
      />
      <Button onClick={() => input.current?.click()} disabled={bring.isPending}>
        {bring.isPending ? 'Sending' : 'A HAR, a cookie file or a CSV'}
      </Button>
      <Trouble error={bring.error} />
    </Section>
  );
}

/** One file that was brought in: how far it is, what came of it, and which of its lines could not be read. */
function ImportLine({ siteId, run }: { siteId: string; run: ImportRun }) {
  const { state, summary, why } = run;
  const unread = summary?.problems ?? 0;
  const { data } = useQuery({ ...queries.run<ImportRun>(siteId, 'import', run.id), enabled: unread > 0 });
  return (
    <li className="border-b border-line py-1" role="status">
      <span className="flex gap-2">
        <span className="mono min-w-0 truncate">{summary?.file ?? run.options.file}</span>
        <span className="ml-auto shrink-0 text-ink2">
          {underWay(state) ? 'reading' : state === 'done' ? `${plural(summary?.items ?? 0, 'item')} taken in` : state},{' '}
          <Ago at={run.requestedAt} />
        </span>
      </span>
      {why && <span className="block text-slipped [overflow-wrap:anywhere]">{why}</span>}
      {unread > 0 && (
        <details>
          <summary className="min-h-6 cursor-pointer text-stamp">{plural(unread, 'line')} could not be read</summary>
          {data?.report?.problems.slice(0, 20).map(({ path, message }) => (
            <p key={`${path} ${message}`} className="text-ink2 [overflow-wrap:anywhere]">
              {path}: {message}
            </p>
          ))}
        </details>
      )}
    </li>
  );
}

function countsOf(items: readonly RuledItem[]): [string, number][] {
  const third = items.filter((item) => item.party === 'third');
  const count = (...kinds: RuledItem['kind'][]) => items.filter((item) => kinds.includes(item.kind)).length;
  return [
    ['Third-party hosts', new Set(third.map((item) => item.host)).size],
    ['Cookies', count('cookie')],
    ['of them by third parties', third.filter((item) => item.kind === 'cookie').length],
    ['Storage keys', count('local-storage', 'session-storage')],
    ['Kinds of request', count('request')],
    ['Open', items.filter(isOpen).length],
  ];
}
