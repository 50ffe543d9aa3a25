import { EVERY_PLACE, placesWords } from '@douane/core/places';
import { type DocumentedSite, dayProblem, treatmentChanges, treatmentRows } from '@douane/core/regimes';
import type { Setup } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import * as queries from '../../api/queries';
import { Empty, Facts, Finding, Trouble } from '../../ui/parts';
import { today } from '../../ui/words';
import { useSite } from '../site-frame';
import { RegionsLinks } from './regions-links';

/** A version of the site by the laws of a day. */
interface State {
  version: string;
  on: string;
}

/** "Who is asked what, and why", for lawyers: on the screen, as PDF and CSV, and against another day or version. */
export function DocumentView() {
  const site = useSite();
  const { data: draft, error } = useQuery(queries.draft(site.id));
  const [now, setNow] = useState<State>({ version: 'draft', on: today() });
  const [search] = useSearchParams();
  const [before, setBefore] = useState<State | null>(() => stateIn(search));
  const versions = draft?.releases.map(({ number }) => String(number)) ?? [];
  const shown = useDocumented(now);
  const other = useDocumented(before ?? now);
  const problem = shown.problem ?? other.problem;
  const query = new URLSearchParams({
    on: now.on,
    version: now.version,
    ...(before && { beforeOn: before.on, beforeVersion: before.version }),
  });
  const file = (as: string) => `/api/sites/${site.id}/treatments?as=${as}&${query}`;
  return (
    <section className="px-5 py-5">
      <RegionsLinks />
      <Finding
        title="Who is asked what, and why"
        acts={
          !problem && (
            <>
              <a href={file('pdf')}>PDF</a>
              <a href={file('csv')}>CSV</a>
            </>
          )
        }
      >
        One part for each group of places that are treated alike. By the laws as we read them; this is no legal advice.
      </Finding>
      <div className="mb-4 flex flex-wrap items-center gap-x-6 gap-y-2">
        <StateFields label="Show" state={now} versions={versions} onChange={setNow} />
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={before !== null}
            onChange={(event) =>
              setBefore(event.target.checked ? { version: versions[0] ?? 'draft', on: now.on } : null)
            }
          />
          what differs from
        </label>
        {before && <StateFields label="Compare with" state={before} versions={versions} onChange={setBefore} />}
      </div>
      <Trouble error={error ?? shown.error ?? other.error ?? (problem && new Error(problem))} />
      {!problem && shown.site && !before && <Rows site={shown.site} />}
      {!problem && shown.site && other.site && before && <Changes before={other.site} after={shown.site} />}
    </section>
  );
}

function StateFields({
  label,
  state,
  versions,
  onChange,
}: {
  label: string;
  state: State;
  versions: readonly string[];
  onChange(state: State): void;
}) {
  return (
    <span className="flex flex-wrap items-center gap-2" role="group" aria-label={label}>
      <select
        aria-label={`${label}: version`}
        value={state.version}
        onChange={(event) => onChange({ ...state, version: event.target.value })}
      >
        <option value="draft">the draft</option>
        {versions.map((number) => (
          <option key={number} value={number}>
            release {number}
          </option>
        ))}
      </select>
      <label className="flex items-center gap-2">
        by the laws of
        <input type="date" value={state.on} onChange={(event) => onChange({ ...state, on: event.target.value })} />
      </label>
    </span>
  );
}

function useDocumented({ version, on }: State): { site?: DocumentedSite; error?: unknown; problem?: string } {
  const site = useSite();
  const { data, error } = useQuery(queries.releasedSetup(site.id, version));
  const setup: Setup | undefined = data?.setup;
  const problem = setup && dayProblem(setup.regions, on);
  return useMemo(() => {
    if (problem) return { problem };
    return setup ? { site: { purposes: setup.purposes, regions: setup.regions, on } } : { error };
  }, [setup, on, error, problem]);
}

/** What to compare with from the beginning, where the address says so. */
function stateIn(search: URLSearchParams): State | null {
  const [version, on] = [search.get('version'), search.get('on')];
  return version && on ? { version, on } : null;
}

function Rows({ site }: { site: DocumentedSite }) {
  const rows = useMemo(() => treatmentRows(site, EVERY_PLACE), [site]);
  return (
    <>
      <p className="mb-2 text-ink2">{plural(rows.length, 'treatment')}</p>
      <div className="grid gap-x-8 lg:grid-cols-2">
        {rows.map(({ places, cells }) => (
          <article key={places.join()} className="mb-4 border-t border-ink bg-sheet px-3 py-2">
            <PlacesHead places={places} />
            <Facts of={Object.entries(cells)} />
          </article>
        ))}
      </div>
    </>
  );
}

function Changes({ before, after }: { before: DocumentedSite; after: DocumentedSite }) {
  const changes = useMemo(() => treatmentChanges(before, after, EVERY_PLACE), [before, after]);
  if (changes.length === 0) return <Empty>Nothing differs.</Empty>;
  return changes.map(({ places, changes: cells }) => (
    <article key={places.join()} className="mb-4 max-w-[1100px] border-t border-ink bg-sheet px-3 py-2">
      <PlacesHead places={places} />
      <table className="w-full table-fixed">
        <thead>
          <tr className="border-b border-line">
            <th className="w-44 py-1">What</th>
            <th className="py-1">Before</th>
            <th className="py-1">Now</th>
          </tr>
        </thead>
        <tbody>
          {cells.map(({ column, before: was, after: is }) => (
            <tr key={column} className="border-b border-line align-top">
              <td className="py-1 pr-2 text-ink2">{column}</td>
              <td className="py-1 pr-4 [overflow-wrap:anywhere]">{was || 'nothing'}</td>
              <td className="py-1 [overflow-wrap:anywhere]">{is || 'nothing'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </article>
  ));
}

const MOST_NAMED = 8;

function PlacesHead({ places }: { places: readonly string[] }) {
  if (places.length <= MOST_NAMED) return <h2 className="mb-1">{placesWords(places)}</h2>;
  return (
    <>
      <h2>{placesWords(places, MOST_NAMED)}</h2>
      <details className="mb-1">
        <summary className="text-ink2">all {places.length}</summary>
        <p>{placesWords(places)}</p>
      </details>
    </>
  );
}
