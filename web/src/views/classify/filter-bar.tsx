import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import clsx from 'clsx';
import { type Ref, useState } from 'react';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Button, Trouble } from '../../ui/parts';
import { SearchBox } from '../../ui/search-box';
import {
  GROUPINGS,
  type Grouping,
  type ListFilter,
  NARROWINGS,
  type Narrowing,
  NO_FILTER,
  sameFilter,
} from './inventory';

interface Props {
  siteId: string;
  filter: ListFilter;
  onChange(filter: ListFilter): void;
  searchBox: Ref<HTMLInputElement>;
}

/** Search, narrowing, grouping, and filters kept under a name. */
export function FilterBar({ siteId, filter, onChange, searchBox }: Props) {
  const client = useQueryClient();
  const { data } = useQuery(queries.filters(siteId));
  const saved = data?.filters ?? [];
  const [naming, setNaming] = useState<string | null>(null);
  const reload = () => client.invalidateQueries({ queryKey: ['filters', siteId] });
  const save = useMutation({
    mutationFn: (name: string) => call('POST', `/sites/${siteId}/filters`, { name, filter }),
    onSuccess: () => {
      setNaming(null);
      return reload();
    },
  });
  const remove = useMutation({ mutationFn: (id: string) => call('DELETE', `/filters/${id}`), onSuccess: reload });
  const current = saved.find((one) => sameFilter(one.filter, filter));
  const toggle = (one: Narrowing) =>
    onChange({
      ...filter,
      only: filter.only.includes(one) ? filter.only.filter((o) => o !== one) : [...filter.only, one],
    });
  const isPlain = sameFilter(filter, NO_FILTER);
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-2 gap-y-2">
      <SearchBox
        ref={searchBox}
        label="Search items"
        placeholder="Search  /"
        value={filter.search}
        onChange={(search) => onChange({ ...filter, search })}
      />
      {(Object.keys(NARROWINGS) as Narrowing[]).map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={filter.only.includes(one)}
          onClick={() => toggle(one)}
          className={clsx(
            'min-h-7 rounded-sm border px-2',
            filter.only.includes(one)
              ? 'border-stamp bg-wash font-semibold text-stamp'
              : 'border-line bg-sheet text-ink2 hover:text-ink',
          )}
        >
          {NARROWINGS[one]}
        </button>
      ))}
      <select
        aria-label="Groups"
        value={filter.group}
        onChange={(event) => onChange({ ...filter, group: event.target.value as Grouping })}
      >
        {(Object.keys(GROUPINGS) as Grouping[]).map((group) => (
          <option key={group} value={group}>
            {GROUPINGS[group]}
          </option>
        ))}
      </select>
      <span className="ml-auto flex flex-wrap items-center gap-2">
        {saved.length > 0 && (
          <select
            aria-label="Saved filters"
            value={current?.id ?? ''}
            onChange={(event) => onChange(saved.find((one) => one.id === event.target.value)?.filter ?? NO_FILTER)}
          >
            <option value="">saved filters</option>
            {saved.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        )}
        {current && (
          <Button kind="quiet" onClick={() => remove.mutate(current.id)}>
            Forget it
          </Button>
        )}
        {!isPlain && !current && naming === null && (
          <Button kind="quiet" onClick={() => setNaming('')}>
            Save filter
          </Button>
        )}
        {naming !== null && (
          <form
            className="flex gap-1"
            onSubmit={(event) => {
              event.preventDefault();
              save.mutate(naming);
            }}
          >
            <input
              aria-label="Name of the filter"
              placeholder="Name"
              className="w-28"
              autoFocus
              value={naming}
              onChange={(event) => setNaming(event.target.value)}
              onKeyDown={(event) => event.key === 'Escape' && setNaming(null)}
            />
            <Button type="submit" disabled={save.isPending}>
              Save
            </Button>
          </form>
        )}
        {!isPlain && (
          <Button kind="quiet" onClick={() => onChange(NO_FILTER)}>
            Show all
          </Button>
        )}
      </span>
      <Trouble error={save.error ?? remove.error} />
    </div>
  );
}
