import type { SiteSummary } from '@douane/api';
import { STATIONS, type Station } from '@douane/core/board';
import { useQuery } from '@tanstack/react-query';
import clsx from 'clsx';
import { createContext, useContext } from 'react';
import { NavLink, Outlet, useParams } from 'react-router';
import * as queries from '../api/queries';
import { Mark } from '../ui/mark';
import { Trouble } from '../ui/parts';
import { STATION_NAMES } from './stations';

/** Inside a site: one line of stations in the order of the work, each with its own open matters. */
export function SiteFrame() {
  const { siteId = '' } = useParams();
  const { data: site, error } = useQuery(queries.site(siteId));
  if (error) {
    return (
      <main className="px-5 py-6">
        <Trouble error={error} />
      </main>
    );
  }
  if (!site) return null;
  return (
    <>
      <nav
        className="sticky top-11 z-10 flex h-[38px] items-stretch gap-7 overflow-x-auto border-b border-ink bg-sheet px-5"
        aria-label="Stations"
      >
        {site.state.newest === null && (
          <NavLink to={`/sites/${site.id}/first`} className={tabClass}>
            First steps
          </NavLink>
        )}
        {STATIONS.map((station, i) => (
          <NavLink key={station} to={`/sites/${site.id}/${station}`} className={tabClass}>
            <span className="mono">{i + 1}</span>
            {STATION_NAMES[station]}
            <Matter site={site} station={station} />
          </NavLink>
        ))}
      </nav>
      <main className="flex flex-1 flex-col">
        <OpenSite value={site}>
          <Outlet key={site.id} />
        </OpenSite>
      </main>
    </>
  );
}

const tabClass = ({ isActive }: { isActive: boolean }) =>
  clsx(
    'flex items-center gap-2 border-b-3 border-transparent whitespace-nowrap no-underline',
    isActive ? 'border-stamp! font-bold text-ink' : 'text-ink2 hover:text-ink',
  );

const OpenSite = createContext<SiteSummary | null>(null);

/** The site of the station that is shown; throws outside of one. */
export function useSite(): SiteSummary {
  const site = useContext(OpenSite);
  if (!site) throw new Error('there is no site here');
  return site;
}

/** What is open at a station: a number where there is one, a mark where work runs. */
function Matter({ site: { state, stages }, station }: { site: SiteSummary; station: Station }) {
  const { mark } = stages[station];
  if (mark === 'running') return <Mark name="running" />;
  if (mark !== 'waits' && mark !== 'slipped') return null;
  const words = {
    scan: state.alarms || null,
    classify: state.openItems,
    check: state.check?.slipped || null,
    banner: 'draft',
  }[station as string];
  if (!words) return <Mark name={mark} />;
  return <b className={clsx('text-[11px]', mark === 'waits' ? 'text-held' : 'text-slipped')}>{words}</b>;
}
