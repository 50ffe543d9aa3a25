import type { ChangedSites } from '@douane/api';
import { plural } from '@douane/core/words';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import * as queries from '../../api/queries';

/** How it went with each of several sites. */
export function Given({ sites }: ChangedSites) {
  const { data: board } = useQuery(queries.board());
  const nameOf = (id: string) => board?.sites.find((site) => site.id === id)?.name ?? 'a site';
  return (
    <ul role="status" className="mt-1">
      {sites.map(({ siteId, changed, problem }) => (
        <li key={siteId} className="border-b border-line py-1 [overflow-wrap:anywhere]">
          <Link to={`/sites/${siteId}/banner/publish`}>{nameOf(siteId)}</Link>:{' '}
          {problem ? (
            <span className="text-slipped">left as it was: {problem}</span>
          ) : changed.length > 0 ? (
            `changed in ${plural(changed.length, 'place')}`
          ) : (
            'was so already'
          )}
        </li>
      ))}
    </ul>
  );
}
