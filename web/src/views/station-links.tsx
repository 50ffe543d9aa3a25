import type { Station } from '@douane/core/board';
import clsx from 'clsx';
import { Link, useLocation } from 'react-router';
import { useSite } from './site-frame';
import { STATION_NAMES } from './stations';

/** A place of a station: its path behind the station's own, empty for the first; how many things there want somebody. */
export type StationPlace = [path: string, name: string, waiting?: number];

/** The places of a station. A place's own address may go on with what is selected in it. */
export function StationLinks({ station, places }: { station: Station; places: readonly StationPlace[] }) {
  const base = `/sites/${useSite().id}/${station}`;
  const { pathname } = useLocation();
  // The one that says most: a place may lie within another.
  const here = places.reduce((most, [path]) => {
    const within = pathname.startsWith(`${base}/${path}`) && path.length > most.length;
    return within ? path : most;
  }, '');
  return (
    <nav className="mb-4 flex flex-wrap gap-x-5 gap-y-1" aria-label={STATION_NAMES[station]}>
      {places.map(([path, name, waiting = 0]) => (
        <Link
          key={path}
          to={path ? `${base}/${path}` : base}
          aria-current={path === here ? 'page' : undefined}
          className={clsx(
            'min-h-6 no-underline!',
            path === here ? 'border-b-2 border-ink font-bold text-ink!' : 'text-stamp',
          )}
        >
          {name}
          {waiting > 0 && <b className="ml-1 text-[11px] text-held">{waiting}</b>}
        </Link>
      ))}
    </nav>
  );
}
