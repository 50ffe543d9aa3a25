import type { FieldHostList } from '@douane/api';
import { FIELD_DAYS, type FieldHost } from '@douane/core/field';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Mark } from '../../ui/mark';
import { Button, Empty, Finding, ListAndDocket, Section, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { ScanLinks } from './scan-links';

/** Third parties that real visitors met and that no scan has seen. */
export function VisitorsView() {
  const site = useSite();
  const { data, error } = useQuery(queries.fieldHosts(site.id));
  const hosts = data?.hosts ?? [];
  const missed = hosts.filter(({ held, reports }) => held < reports).length;
  return (
    <ListAndDocket docket={data && <HowItIsTold siteId={site.id} {...data} />}>
      <ScanLinks />
      <Finding
        title={
          !data
            ? 'Reading'
            : hosts.length === 0
              ? 'Visitors met nothing that scans have not seen'
              : `Visitors met ${hosts.length === 1 ? '1 third party' : `${hosts.length} third parties`} that no scan has seen`
        }
      >
        {hosts.length > 0 &&
          (missed === 0
            ? 'Each was kept from being contacted.'
            : `${missed === hosts.length ? 'All' : missed} of them went out at least once.`)}
      </Finding>
      <Trouble error={error} />
      {data && hosts.length === 0 && (
        <Empty>
          What depends on a visitor’s place, device or doings no scan may come across. When visitors’ pages tell of such
          a third party, it will stand here.
        </Empty>
      )}
      {hosts.length > 0 && (
        <table className="w-full table-fixed bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="w-[30%] px-2 py-1.5">Third party</th>
              <th className="px-2 py-1.5">On pages like</th>
              <th className="w-20 px-2 py-1.5 text-right!">Reports</th>
              <th className="w-20 px-2 py-1.5 text-right!">Held</th>
              <th className="w-40 px-2 py-1.5">
                <span className="sr-only">What to do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {hosts.map((host) => (
              <HostRow key={host.host} siteId={site.id} host={host} />
            ))}
          </tbody>
        </table>
      )}
    </ListAndDocket>
  );
}

const PAGES_SHOWN = 3;

function HostRow({
  siteId,
  host: { host, kinds, pages, reports, held, firstDay, lastDay },
}: {
  siteId: string;
  host: FieldHost;
}) {
  const client = useQueryClient();
  const take = useMutation({
    mutationFn: () => call('POST', `/sites/${siteId}/field-hosts/taken-up`, { host }),
    onSuccess: () => {
      for (const key of ['items', 'field-hosts']) void client.invalidateQueries({ queryKey: [key, siteId] });
    },
  });
  return (
    <tr className="border-b border-line align-top">
      <td className="px-2 py-1.5 [overflow-wrap:anywhere]">
        <Mark name={held < reports ? 'slipped' : 'held'} /> <span className="mono">{host}</span>
        <span className="block text-ink2">
          {kinds.join(', ')}; {firstDay === lastDay ? lastDay : `${firstDay} to ${lastDay}`}
        </span>
        <Trouble error={take.error} />
      </td>
      <td className="mono px-2 py-1.5 [overflow-wrap:anywhere]">
        {pages.slice(0, PAGES_SHOWN).join(' ')}
        {pages.length > PAGES_SHOWN && ` and ${pages.length - PAGES_SHOWN} more`}
      </td>
      <td className="px-2 py-1.5 text-right">{reports}</td>
      <td className="px-2 py-1.5 text-right">{held}</td>
      <td className="px-2 py-1.5 text-right">
        <Button onClick={() => take.mutate()} disabled={take.isPending} aria-label={`Put ${host} on the desk`}>
          Put on the desk
        </Button>
      </td>
    </tr>
  );
}

function HowItIsTold({ siteId, share, alarmFrom }: { siteId: string } & Omit<FieldHostList, 'hosts'>) {
  return (
    <>
      <h2>How it is told</h2>
      <p className="mt-1">
        {share === 0
          ? 'This site wants no reports from visitors’ pages.'
          : `The gate looks at ${share === 1 ? 'every page' : `${plural(Math.round(share * 100), 'page')} of a hundred`} and tells of third parties that nobody has ruled.`}{' '}
        <Link to={`/sites/${siteId}/regions`}>Set at Regions</Link>; it counts from the next version on.
      </p>
      <Section title="What is told">
        <p>Host, kind of request, section of the site, whether it was held. No visitor, no address, no identifier.</p>
      </Section>
      <Section title="What becomes of it">
        <p>
          {plural(alarmFrom, 'report')} raise an alarm, once for each third party. Counts are kept for {FIELD_DAYS}{' '}
          days. Reports can be made up and may come from a visitor’s own extension, so they rule nothing.
        </p>
      </Section>
    </>
  );
}
