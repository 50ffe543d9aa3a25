import { authorWords } from '@douane/core/classify/words';
import { KIND_WORDS } from '@douane/core/observe';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import * as queries from '../../api/queries';
import { Mark } from '../../ui/mark';
import { Empty, Finding, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { ClassifyLinks } from './classify-links';

/** The same third-party thing on several sites, where these rule it differently. */
export function AcrossSitesView() {
  const site = useSite();
  const { data, error } = useQuery(queries.siteDifferences());
  const { data: draft } = useQuery(queries.draft(site.id));
  const nameOf = (id: string) => draft?.setup.purposes.find((p) => p.id === id)?.name ?? id;
  const differences = data?.differences ?? [];
  return (
    <section className="px-5 py-5">
      <ClassifyLinks />
      <Finding
        title={
          !data
            ? 'Across sites'
            : differences.length > 0
              ? `${differences.length} shared ${differences.length === 1 ? 'thing is' : 'things are'} ruled differently`
              : data.shared > 0
                ? `All ${data.shared} shared things are ruled alike`
                : 'No two sites share anything yet'
        }
      >
        What a person rules of a third party’s thing on one site holds on the others, unless a person ruled there as
        well. Rule one of them anew, or take a ruling back, to make them alike.
      </Finding>
      <Trouble error={error} />
      {data && differences.length === 0 && (
        <Empty>Where two sites have the same third-party thing and rule it differently, it stands here.</Empty>
      )}
      {differences.length > 0 && (
        <table className="w-full bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="px-2 py-1.5">Item</th>
              <th className="px-2 py-1.5">Site</th>
              <th className="px-2 py-1.5">Ruled</th>
              <th className="px-2 py-1.5">By</th>
            </tr>
          </thead>
          {differences.map(({ kind, name, host, on }) => (
            <tbody key={`${kind} ${host} ${name}`} className="border-b border-ink2">
              {on.map((side, i) => (
                <tr key={side.itemId} className="border-b border-line">
                  {i === 0 && (
                    <th
                      scope="rowgroup"
                      rowSpan={on.length}
                      className="px-2 py-1.5 align-top text-[13px] font-normal! normal-case tracking-normal text-ink! [font-stretch:100%]"
                    >
                      <span className="mono font-medium [overflow-wrap:anywhere]">{name}</span>
                      <span className="block text-ink2">
                        {KIND_WORDS[kind]} of {host}
                      </span>
                    </th>
                  )}
                  <td className="px-2 py-1.5">
                    <Link
                      className="inline-flex min-h-6 items-center"
                      to={`/sites/${side.siteId}/classify/${side.itemId}`}
                    >
                      {side.site}
                    </Link>
                  </td>
                  <td className="px-2 py-1.5">
                    <Mark name={side.ruling ? 'in-order' : side.ignored ? 'nothing' : 'waits'} />{' '}
                    {side.ruling
                      ? `${nameOf(side.ruling.purpose)} · ${side.ruling.service}`
                      : side.ignored
                        ? 'ignored'
                        : 'open'}
                  </td>
                  <td className="px-2 py-1.5 text-ink2">
                    {side.ruling && authorWords(side.ruling.by, side.ruling.person)}
                  </td>
                </tr>
              ))}
            </tbody>
          ))}
        </table>
      )}
    </section>
  );
}
