import type { ImportRun, ObservationsImport, RuledItem, ScanRun } from '@douane/api';
import { plural } from '@douane/core/board';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { sendFile } from '../../api/client';
import * as queries from '../../api/queries';
import { Mark } from '../../ui/mark';
import { Ago, Button, Facts, Section, Trouble } from '../../ui/parts';
import { isOpen } from '../classify/inventory';
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
            <li key={run.id} className={`border-b border-line py-1 ${run.id === shown?.id ? 'bg-wash' : ''}`}>
              <span className="flex items-center gap-2">
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
                {run.summary ? (
                  <Link className="inline-flex min-h-6 items-center" to={`?scan=${run.id}`}>
                    <Ago at={run.requestedAt} />
                  </Link>
                ) : (
                  <Ago at={run.requestedAt} />
                )}
                <span className="ml-auto text-ink2">
                  {run.summary
                    ? `${plural(run.summary.pages, 'page')}, ${plural(run.summary.items, 'item')}`
                    : run.state}
                </span>
              </span>
              {run.state === 'done' && before && (
                <Link className="ml-[18px] inline-flex min-h-6 items-center" to={`compare/${before.id}/${run.id}`}>
                  compare with the one before
                </Link>
              )}
            </li>
          );
        })}
      </ul>
      {setup && (
        <p className="mt-2 text-ink2">
          {setup.schedule ? (
            <>Next by schedule: {new Date(setup.schedule.nextAt).toLocaleString()}.</>
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
            <li key={run.id} className="flex gap-2 border-b border-line py-1">
              <span className="mono min-w-0 truncate">{run.summary?.file}</span>
              <span className="ml-auto shrink-0 text-ink2">
                {plural(run.summary?.items ?? 0, 'item')}, <Ago at={run.requestedAt} />
              </span>
            </li>
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

/** Brings in what another tool recorded. */
function ImportFile({ siteId }: { siteId: string }) {
  const input = useRef<HTMLInputElement>(null);
  const [result, setResult] = useState<{ words: string; problems: { path: string; message: string }[] } | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const take = async (file: File) => {
    setBusy(true);
    setError(null);
    setResult(null);
    try {
      const path = `/sites/${siteId}/imports?name=${encodeURIComponent(file.name)}`;
      const answer = await sendFile<ObservationsImport>(path, file);
      const unread = answer.unread > 0 ? `; ${plural(answer.unread, 'line')} could not be read` : '';
      setResult({ words: `${plural(answer.items, 'item')} taken in${unread}.`, problems: answer.problems.slice(0, 5) });
    } catch (cause) {
      setError(cause);
    } finally {
      setBusy(false);
    }
  };
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
          if (file) void take(file);
        }}
      />
      <Button onClick={() => input.current?.click()} disabled={busy}>
        {busy ? 'Reading' : 'A HAR, a cookie file or a CSV'}
      </Button>
      <div role="status">
        {result && <p className="mt-1">{result.words}</p>}
        {result?.problems.map(({ path, message }) => (
          <p key={path} className="text-ink2">
            {path}: {message}
          </p>
        ))}
      </div>
      <Trouble error={error} />
    </Section>
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
