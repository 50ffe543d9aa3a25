import { useQuery } from '@tanstack/react-query';
import clsx from 'clsx';
import { Link, useLocation } from 'react-router';
import * as queries from '../../api/queries';
import { useSite } from '../site-frame';

/** The places of the classify station. */
export function ClassifyLinks() {
  const site = useSite();
  const { data } = useQuery(queries.siteDifferences());
  const differ = data?.differences.filter((one) => one.on.some((side) => side.siteId === site.id)).length ?? 0;
  const base = `/sites/${site.id}/classify`;
  const { pathname } = useLocation();
  const places: [string, string, number][] = [
    [base, 'Desk', 0],
    [`${base}/services`, 'Services', 0],
    [`${base}/purposes`, 'Purposes', 0],
    [`${base}/house-rules`, 'House rules', 0],
    [`${base}/known`, 'What is known', 0],
    [`${base}/across-sites`, 'Across sites', differ],
    [`${base}/files`, 'Import and export', 0],
  ];
  // The desk's own address goes on with the selected item.
  const here = places.slice(1).find(([to]) => pathname.startsWith(to))?.[0] ?? base;
  return (
    <nav className="mb-4 flex flex-wrap gap-x-5 gap-y-1" aria-label="Classify">
      {places.map(([to, name, count]) => (
        <Link
          key={to}
          to={to}
          aria-current={to === here ? 'page' : undefined}
          className={clsx('no-underline!', to === here ? 'border-b-2 border-ink font-bold text-ink!' : 'text-stamp')}
        >
          {name}
          {count > 0 && <b className="ml-1 text-[11px] text-held">{count}</b>}
        </Link>
      ))}
    </nav>
  );
}
