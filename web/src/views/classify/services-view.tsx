import type { FoundService } from '@douane/api';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import * as queries from '../../api/queries';
import { Digest } from '../../ui/digest';
import { useListKeys } from '../../ui/keys';
import { Mark } from '../../ui/mark';
import { Empty, Finding, ListAndDocket, SelectableRow, Trouble } from '../../ui/parts';
import { SearchBox } from '../../ui/search-box';
import { useSite } from '../site-frame';
import { ClassifyLinks } from './classify-links';
import { ServiceDocket } from './service-docket';

const NOTHING: FoundService[] = [];

/** Who is behind the items: services that rulings name, with what is kept about their providers. */
export function ServicesView() {
  const site = useSite();
  const navigate = useNavigate();
  const { name } = useParams();
  const { data, error } = useQuery(queries.services());
  const { data: draft } = useQuery(queries.draft(site.id));
  const [search, setSearch] = useState('');
  const searchBox = useRef<HTMLInputElement>(null);
  const all = data?.services ?? NOTHING;
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = all.filter((service) => words.every((word) => textOf(service).includes(word)));
  const selected = all.find((service) => service.name === name);
  const proposed = all.filter((service) => !service.record).length;
  const base = `/sites/${site.id}/classify/services`;
  const select = (service: FoundService | undefined) =>
    service && void navigate(`${base}/${encodeURIComponent(service.name)}`, { replace: true });
  const nameOf = (id: string) => draft?.setup.purposes.find((p) => p.id === id)?.name ?? id;
  useListKeys(shown, selected, select, searchBox);
  return (
    <ListAndDocket
      docket={
        selected ? (
          <ServiceDocket
            key={selected.name + (selected.record?.id ?? '')}
            service={selected}
            others={all.filter((one) => one !== selected)}
            siteId={site.id}
            nameOf={nameOf}
            onGone={(next) => void navigate(next ? `${base}/${encodeURIComponent(next)}` : base)}
          />
        ) : (
          <>
            <Digest title="Services, by purpose" of={shown.flatMap(({ purposes }) => purposes.map(nameOf))} />
            <Digest
              title="Items, by service"
              of={shown.flatMap(({ name: service, items }) => items.map(() => service))}
            />
          </>
        )
      }
    >
      <ClassifyLinks />
      <Finding
        title={
          all.length === 0
            ? 'No services yet'
            : proposed > 0
              ? `${proposed} of ${all.length} services were found and have no record yet`
              : `${all.length} services`
        }
      >
        Rulings say whose an item is; the record adds what visitors must be told of the provider. Records hold for the
        whole organisation.
      </Finding>
      <Trouble error={error} />
      {all.length > 0 && (
        <div className="mb-3">
          <SearchBox
            ref={searchBox}
            label="Search services"
            placeholder="Search  /"
            value={search}
            onChange={setSearch}
          />
        </div>
      )}
      {all.length === 0 ? (
        data && <Empty>What rulings name as service stands here.</Empty>
      ) : (
        <table className="w-full table-fixed bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="w-[30%] px-2 py-1.5">Service</th>
              <th className="w-[24%] px-2 py-1.5">Purposes</th>
              <th className="w-[10%] px-2 py-1.5 text-right!">Items</th>
              <th className="px-2 py-1.5">Hosts</th>
              <th className="w-[16%] px-2 py-1.5">Record</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((service) => (
              <SelectableRow key={service.name} selected={service === selected} onSelect={() => select(service)}>
                <td className="truncate px-2 py-1">
                  <button type="button" className="min-h-6 max-w-full truncate text-left font-medium">
                    {service.name}
                  </button>
                </td>
                <td className="truncate px-2 py-1">{service.purposes.map(nameOf).join(', ')}</td>
                <td className="px-2 py-1 text-right tabular-nums">{service.items.length}</td>
                <td className="mono truncate px-2 py-1" title={service.hosts.join('\n')}>
                  {service.hosts.join(', ')}
                </td>
                <td className="truncate px-2 py-1">
                  <Mark name={service.record ? 'in-order' : 'waits'} /> {service.record ? 'kept' : 'proposed'}
                </td>
              </SelectableRow>
            ))}
          </tbody>
        </table>
      )}
      {all.length > 0 && shown.length === 0 && <Empty>No service fits.</Empty>}
    </ListAndDocket>
  );
}

const textOf = ({ name, hosts, purposes, record }: FoundService) =>
  [name, ...hosts, ...purposes, record?.provider, record?.country, record?.note, ...(record?.aliases ?? [])]
    .join(' ')
    .toLowerCase();
