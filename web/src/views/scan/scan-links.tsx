import { useQuery } from '@tanstack/react-query';
import clsx from 'clsx';
import { NavLink } from 'react-router';
import * as queries from '../../api/queries';
import { useSite } from '../site-frame';

/** The four places of the scan station. */
export function ScanLinks() {
  const site = useSite();
  const { data } = useQuery(queries.alarms(site.id));
  const unseen = data?.alarms.filter((alarm) => !alarm.seenAt).length ?? 0;
  const base = `/sites/${site.id}/scan`;
  const places: [string, string, number][] = [
    [base, 'Scans', 0],
    [`${base}/setup`, 'Set-up', 0],
    [`${base}/compare`, 'Before and now', 0],
    [`${base}/alarms`, 'Alarms', unseen],
  ];
  return (
    <nav className="mb-4 flex gap-5" aria-label="Scan">
      {places.map(([to, name, count]) => (
        <NavLink
          key={to}
          to={to}
          end={to === base}
          className={({ isActive }) =>
            clsx('no-underline!', isActive ? 'border-b-2 border-ink font-bold text-ink' : 'text-stamp')
          }
        >
          {name}
          {count > 0 && <b className="ml-1 text-[11px] text-slipped">{count}</b>}
        </NavLink>
      ))}
    </nav>
  );
}
