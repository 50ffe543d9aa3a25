import type { RequestedRuns, SiteSummary } from '@douane/api';
import { STATIONS, type Stage, type Station } from '@douane/core/board';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import clsx from 'clsx';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { call } from '../api/client';
import * as queries from '../api/queries';
import { neighbour, useKeys } from '../ui/keys';
import { Mark } from '../ui/mark';
import { Ago, Button, Empty, Finding, Key, Trouble } from '../ui/parts';
import { STATION_NAMES } from './stations';

/** Home: one row per site, and for each the one next thing to do. */
export function Board() {
  const navigate = useNavigate();
  const { data, error } = useQuery(queries.board());
  const sites = data?.sites ?? [];
  const [selected, select] = useState<string>();
  const current = sites.find((site) => site.id === selected) ?? sites[0];
  const client = useQueryClient();
  const [ticked, tick] = useState<ReadonlySet<string>>(new Set());
  const chosen = sites.filter(({ id }) => ticked.has(id));
  const turn = (ids: readonly string[], on: boolean) =>
    tick((before) => new Set([...before].filter((id) => !ids.includes(id)).concat(on ? ids : [])));
  const start = useMutation({
    mutationFn: (kind: 'scan' | 'check') =>
      call<RequestedRuns>('POST', `/${kind}s`, { siteIds: chosen.map(({ id }) => id) }),
    onSuccess: () => {
      tick(new Set());
      return client.invalidateQueries({ queryKey: ['board'] });
    },
  });
  const move = (step: 1 | -1) => select(neighbour(sites, current, step)?.id);
  const open = (site: SiteSummary | undefined) => site && void navigate(`/sites/${site.id}/${site.next.station}`);
  useKeys({
    j: () => move(1),
    ArrowDown: () => move(1),
    k: () => move(-1),
    ArrowUp: () => move(-1),
    Enter: () => open(current),
    n: () => void navigate('/sites/new'),
    x: () => current && turn([current.id], !ticked.has(current.id)),
  });
  const nameOf = (id: string) => sites.find((site) => site.id === id)?.name ?? id;
  const needed = sites.filter((site) => site.next.needed).length;
  return (
    <main className="px-5 py-6">
      <Finding
        title={sites.length > 0 ? 'Where you are needed' : 'No site yet'}
        acts={
          <>
            {chosen.length > 0 &&
              (['scan', 'check'] as const).map((kind) => (
                <Button key={kind} onClick={() => start.mutate(kind)} disabled={start.isPending}>
                  {kind === 'scan' ? 'Scan' : 'Check'} {plural(chosen.length, 'site')}
                </Button>
              ))}
            <Button kind={sites.length > 0 ? 'plain' : 'act'} onClick={() => void navigate('/sites/new')}>
              Take on a site
            </Button>
          </>
        }
      >
        {sites.length > 0 && `${plural(sites.length, 'site')}, ${needed} with something to do.`}
      </Finding>
      <Trouble error={error ?? start.error} />
      {start.data && <Asked sites={start.data.sites} kind={start.variables} nameOf={nameOf} />}
      {data?.notices.map((words) => (
        <p key={words} className="mb-3 border-l-4 border-held bg-sheet px-3 py-2">
          {words}
        </p>
      ))}
      {data && sites.length === 0 && (
        <Empty>
          Here stands one row for each website you look after: how far the work on it is, and what to do next. Take on
          the first by its address.
        </Empty>
      )}
      {sites.length > 0 && (
        <>
          <div className="overflow-x-auto">
            <table className="w-full min-w-[1000px] border-t-2 border-ink bg-sheet">
              <thead>
                <tr className="border-b border-ink">
                  <th className="w-8 px-2.5 py-2">
                    <input
                      type="checkbox"
                      aria-label="All sites"
                      checked={chosen.length === sites.length}
                      onChange={({ target }) =>
                        turn(
                          sites.map(({ id }) => id),
                          target.checked,
                        )
                      }
                    />
                  </th>
                  <th className="px-2.5 py-2">Site</th>
                  {STATIONS.map((station) => (
                    <th key={station} className="px-2.5 py-2">
                      {STATION_NAMES[station]}
                    </th>
                  ))}
                  <th className="px-2.5 py-2">Next</th>
                </tr>
              </thead>
              <tbody>
                {sites.map((site) => (
                  <tr
                    key={site.id}
                    aria-current={site === current}
                    className={clsx(
                      'border-b border-line align-top',
                      site === current && 'bg-wash shadow-[inset_3px_0_0_var(--stamp)]',
                    )}
                    onMouseDown={() => select(site.id)}
                  >
                    <td className="px-2.5 py-2.5">
                      <input
                        type="checkbox"
                        aria-label={`Choose ${site.name}`}
                        checked={ticked.has(site.id)}
                        onChange={({ target }) => turn([site.id], target.checked)}
                      />
                    </td>
                    <td className="px-2.5 py-2.5">
                      <Link
                        to={`/sites/${site.id}/${site.next.station}`}
                        className="block text-[14px] font-bold text-ink no-underline hover:underline"
                      >
                        {site.name}
                      </Link>
                      <span className="mono text-ink2">{new URL(site.address).host}</span>
                    </td>
                    {STATIONS.map((station) => (
                      <td key={station} className="px-2.5 py-2.5">
                        <StageCell stage={site.stages[station]} at={timeOf(site, station)} />
                      </td>
                    ))}
                    <td className="px-2.5 py-2.5">
                      {site.next.needed ? (
                        <Link
                          to={`/sites/${site.id}/${site.next.station}`}
                          className="font-bold no-underline hover:underline"
                        >
                          {site.next.words}
                        </Link>
                      ) : (
                        <span className="text-ink2">{site.next.words}</span>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <footer className="mt-3 flex flex-wrap gap-x-6 gap-y-2 text-ink2">
            <Legend name="in-order">in order</Legend>
            <Legend name="waits">waits for you</Legend>
            <Legend name="slipped">slipped or failed</Legend>
            <Legend name="nothing">nothing there</Legend>
            <span className="ml-auto">
              <Key>j</Key> <Key>k</Key> move <Key>enter</Key> open <Key>x</Key> choose <Key>n</Key> new site{' '}
              <Key>?</Key> all keys
            </span>
          </footer>
        </>
      )}
    </main>
  );
}

/** What came of asking for scans or checks of several sites. */
function Asked({
  sites,
  kind,
  nameOf,
}: {
  sites: RequestedRuns['sites'];
  kind: 'scan' | 'check';
  nameOf(id: string): string;
}) {
  const taken = sites.filter(({ problem }) => problem === undefined).length;
  return (
    <div role="status" className="mb-3 border-l-4 border-stamp bg-sheet px-3 py-2">
      {taken > 0 && `${kind === 'scan' ? 'Scans' : 'Checks'} of ${plural(taken, 'site')} are under way.`}
      {sites.map(
        ({ siteId, problem }) =>
          problem !== undefined && (
            <p key={siteId}>
              {nameOf(siteId)}: {problem}.
            </p>
          ),
      )}
    </div>
  );
}

function StageCell({ stage, at }: { stage: Stage; at: string | null }) {
  return (
    <div>
      <span className="flex items-center gap-1.5 whitespace-nowrap">
        <Mark name={stage.mark} />
        {at ? <Ago at={at} /> : stage.text}
      </span>
      {stage.detail && <span className="block text-[12px] text-ink2">{stage.detail}</span>}
    </div>
  );
}

/** A finished scan tells its age rather than that it is done. */
function timeOf({ state }: SiteSummary, station: Station): string | null {
  return station === 'scan' && state.scan?.state === 'done' ? state.scan.at : null;
}

function Legend({ name, children }: { name: Stage['mark']; children: string }) {
  return (
    <span className="flex items-center gap-2">
      <Mark name={name} />
      {children}
    </span>
  );
}
