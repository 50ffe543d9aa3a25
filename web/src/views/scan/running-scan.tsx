import type { ScanRun } from '@douane/api';
import { KIND_WORDS } from '@douane/core/observe';
import { plural } from '@douane/core/words';
import { pathOf } from '../../ui/words';

/** How far the scan is: pages done and to go, those being visited, and items as they are found. */
export function RunningScan({ run }: { run: ScanRun }) {
  const { done = 0, waiting = 0, failed = 0, items = 0, current = [], latest = [] } = run.progress ?? {};
  const of = Math.max(1, done + waiting + current.length);
  return (
    <>
      <div className="mb-4 border-y border-line bg-sheet px-4 py-3" role="status">
        <progress className="h-2 w-full" value={done} max={of} aria-label="Pages done" />
        <p className="mt-1">
          {run.state === 'queued'
            ? 'Waiting for a worker.'
            : `${plural(done, 'page')} done, ${waiting + current.length} to go, ${plural(items, 'item')} so far.${failed > 0 ? ` ${plural(failed, 'page')} could not be visited.` : ''}`}
        </p>
      </div>
      {run.state !== 'queued' && (
        <div className="grid gap-6 md:grid-cols-2">
          <section>
            <h2 className="mb-1">Being visited</h2>
            <ul className="mono">
              {current.map((url) => (
                <li key={url} className="truncate border-b border-line py-1" title={url}>
                  {pathOf(url)}
                </li>
              ))}
            </ul>
          </section>
          <section>
            <h2 className="mb-1">Found last</h2>
            <ul>
              {latest.map(({ kind, name, host, party }) => (
                <li key={`${kind} ${host} ${name}`} className="arrive flex gap-2 border-b border-line py-1">
                  <span className="mono min-w-0 truncate">{name}</span>
                  <span className="shrink-0 text-ink2">{KIND_WORDS[kind]}</span>
                  <span className={`mono ml-auto min-w-0 truncate ${party === 'third' ? 'font-medium' : ''}`}>
                    {host}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        </div>
      )}
    </>
  );
}
