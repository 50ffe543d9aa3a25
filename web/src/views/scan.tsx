import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../api/client';
import * as queries from '../api/queries';
import type { RuledItem, ScanRun } from '../api/types';
import { useKeys } from '../ui/keys';
import { Mark } from '../ui/mark';
import { Ago, Button, Empty, Facts, Finding, ListAndDocket, pathOf, Section, Trouble } from '../ui/parts';
import { useSite } from './site-frame';
import { underWay, useRuns } from './use-runs';

export function ScanView() {
  const site = useSite();
  const client = useQueryClient();
  const { latest, finished, shown, all, reading, error } = useRuns<ScanRun>(site.id, 'scan');
  const [pages, setPages] = useState('50');
  const start = useMutation({
    mutationFn: () => call('POST', `/sites/${site.id}/scans`, { pages: Number(pages) }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['scan', site.id] }),
  });
  const running = latest && underWay(latest.state) ? latest : null;
  useKeys({ r: () => !running && start.mutate() });
  const report = shown?.report;
  const { state } = site;

  return (
    <ListAndDocket docket={<ScanDocket shown={shown} all={all} />}>
      <Finding
        title={
          reading
            ? 'Reading'
            : running
              ? 'Scanning'
              : report
                ? `${report.pages.length} pages, ${finished?.summary?.items} items, ${state.openItems} open`
                : latest?.state === 'failed'
                  ? 'The scan could not be run'
                  : 'Not scanned yet'
        }
        acts={
          running ? (
            <Button
              onClick={() => void call('POST', `/runs/${running.id}/cancel`)}
              disabled={running.state === 'cancelling'}
            >
              {running.state === 'cancelling' ? 'Stopping' : 'Stop, keep what is there'}
            </Button>
          ) : (
            <>
              <label className="flex items-center gap-2">
                at most
                <input
                  className="w-16"
                  type="number"
                  min={1}
                  max={2000}
                  value={pages}
                  onChange={(event) => setPages(event.target.value)}
                />
                pages
              </label>
              <Button kind="act" onClick={() => start.mutate()} disabled={start.isPending}>
                Scan now
              </Button>
            </>
          )
        }
      >
        {!running && report && finished?.finishedAt && (
          <>
            {report.target}, <Ago at={finished.finishedAt} />, {report.seconds.toFixed(0)} s, {report.browser}
          </>
        )}
        {!running &&
          !report &&
          !latest &&
          'A browser opens the pages one by one, as a new visitor each time, and lists every cookie, storage key and third party.'}
        {!running && latest?.state === 'failed' && latest.why}
      </Finding>
      <Trouble error={error ?? start.error} />
      {running && <Running run={running} />}
      {!running && report && state.openItems > 0 && (
        <p className="mb-4">
          <Link to="../classify">Rule the {state.openItems} open items</Link>
        </p>
      )}
      {report && (
        <table className="w-full table-fixed bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="w-[45%] px-2 py-1.5">Page</th>
              <th className="px-2 py-1.5">Outcome</th>
              <th className="w-20 px-2 py-1.5 text-right!">Answer</th>
              <th className="w-20 px-2 py-1.5 text-right!">Seconds</th>
            </tr>
          </thead>
          <tbody>
            {report.pages.map((page) => (
              <tr key={page.url} className="border-b border-line">
                <td className="mono truncate px-2 py-1" title={page.url}>
                  {pathOf(page.url)}
                </td>
                <td className="px-2 py-1">
                  <Mark
                    name={page.outcome === 'ok' ? 'in-order' : page.outcome === 'skipped' ? 'nothing' : 'slipped'}
                  />{' '}
                  {page.outcome}
                  {page.why && <span className="text-ink2"> · {page.why}</span>}
                </td>
                <td className="px-2 py-1 text-right">{page.status}</td>
                <td className="px-2 py-1 text-right">{page.seconds.toFixed(1)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {!reading && !report && !running && latest?.state !== 'failed' && (
        <Empty>The pages that were visited, and what became of each, will stand here.</Empty>
      )}
    </ListAndDocket>
  );
}

function Running({ run }: { run: ScanRun }) {
  const { done = 0, waiting = 0, items = 0, current = [] } = run.progress ?? {};
  const of = Math.max(1, done + waiting + current.length);
  return (
    <div className="mb-4 border-y border-line bg-sheet px-4 py-3" role="status">
      <progress className="h-2 w-full accent-stamp" value={done} max={of} aria-label="Pages done" />
      <p className="mt-1">
        {run.state === 'queued'
          ? 'Waiting for a worker.'
          : `${done} pages done, ${waiting + current.length} to go, ${items} items so far.`}
      </p>
      <p className="mono truncate text-ink2">{current.map(pathOf).join('  ') || ' '}</p>
    </div>
  );
}

function ScanDocket({ shown, all }: { shown: ScanRun | undefined; all: ScanRun[] }) {
  const { data } = useQuery(queries.items(useSite().id));
  const problems = shown?.report?.problems ?? [];
  return (
    <>
      <h2>Scans</h2>
      {all.length === 0 && <p className="mt-2 text-ink2">None yet.</p>}
      <ul className="mt-2">
        {all.slice(0, 12).map((run) => (
          <li key={run.id} className="flex items-center gap-2 border-b border-line py-1">
            <Mark
              name={
                run.state === 'done'
                  ? 'in-order'
                  : run.state === 'failed'
                    ? 'slipped'
                    : underWay(run.state)
                      ? 'running'
                      : 'waits'
              }
            />
            <Ago at={run.requestedAt} />
            <span className="ml-auto text-ink2">
              {run.summary ? `${run.summary.pages} pages, ${run.summary.items} items` : run.state}
            </span>
          </li>
        ))}
      </ul>
      {all.length > 0 && (
        <Section title="What the site holds">
          <Facts of={countsOf(data?.items ?? [])} />
        </Section>
      )}
      {problems.length > 0 && (
        <Section title={`${problems.length} problems`}>
          <Facts of={problems.slice(0, 30).map(({ page, what }) => [pathOf(page), what])} />
        </Section>
      )}
    </>
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
    ['Open', items.filter((item) => !item.ruling).length],
  ];
}
