import type { Purpose } from '@douane/core/setup';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import type { RuledItem } from '../../api/types';
import { neighbour, useKeys } from '../../ui/keys';
import { Button, Empty, Finding, Key, ListAndDocket, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { FilterBar } from './filter-bar';
import { arrange, NO_FILTER } from './inventory';
import { ItemDocket } from './item-docket';
import { ItemTable } from './item-table';

const NOTHING: RuledItem[] = [];
const NO_PURPOSES: Purpose[] = [];

interface RuleAsked {
  item: RuledItem;
  purpose: string;
  service?: string;
  description?: string;
}

/** List and docket of everything found: number keys rule and move on. */
export function ClassifyView() {
  const site = useSite();
  const navigate = useNavigate();
  const { itemId } = useParams();
  const { data, error } = useQuery(queries.items(site.id));
  const { data: draft } = useQuery(queries.draft(site.id));
  const [filter, setFilter] = useState(NO_FILTER);
  const searchBox = useRef<HTMLInputElement>(null);
  const all = data?.items ?? NOTHING;
  const purposes = draft?.setup.purposes ?? NO_PURPOSES;
  const open = all.filter((item) => !item.ruling).length;
  const nameOf = useCallback((id: string) => purposes.find((p) => p.id === id)?.name ?? id, [purposes]);
  const rows = useMemo(
    () => arrange(all, filter, { nameOf, keep: itemId, now: Date.now() }),
    [all, filter, nameOf, itemId],
  );
  /** Each item once, in the order of the list. */
  const inOrder = () => [...new Set(rows.flatMap((row) => (row.type === 'item' ? [row.item] : [])))];
  const selected = all.find((item) => item.id === itemId);
  const select = useCallback(
    (item: RuledItem | undefined) => item && void navigate(`/sites/${site.id}/classify/${item.id}`, { replace: true }),
    [navigate, site.id],
  );
  const move = (step: 1 | -1) => select(neighbour(inOrder(), selected, step));

  const [last, setLast] = useState<{ act: string; words: string } | null>(null);
  const rule = useMutation({
    mutationFn: ({ item, ...ruling }: RuleAsked) =>
      call<{ act: string; ruled: number }>('POST', `/sites/${site.id}/rulings`, { itemIds: [item.id], ...ruling }),
    onSuccess: ({ act, ruled }, { item, purpose }) => {
      const name = purposes.find((p) => p.id === purpose)?.name ?? purpose;
      const along = ruled > 1 ? `, and ${ruled - 1} more of ${item.host} with it` : '';
      setLast({ act, words: `${item.name} ruled ${name}${along}.` });
    },
  });
  const undo = useMutation({
    mutationFn: (act: string) => call('DELETE', `/sites/${site.id}/rulings/${act}`),
    onSuccess: () => setLast({ act: '', words: 'Ruling undone.' }),
  });
  const ruleSelected = (index: number) => {
    const purpose = purposes[index];
    if (!selected || !purpose || rule.isPending) return;
    const shown = inOrder();
    // The next open one after this, so that the hand stays on the keys.
    const after = shown.slice(shown.indexOf(selected) + 1).find((item) => !item.ruling && item.host !== selected.host);
    rule.mutate(
      { item: selected, purpose: purpose.id },
      { onSuccess: () => select(after ?? neighbour(shown, selected, 1)) },
    );
  };
  useKeys({
    j: () => move(1),
    ArrowDown: () => move(1),
    k: () => move(-1),
    ArrowUp: () => move(-1),
    o: () =>
      setFilter({
        ...filter,
        only: filter.only.includes('open') ? filter.only.filter((one) => one !== 'open') : [...filter.only, 'open'],
      }),
    u: () => last?.act && undo.mutate(last.act),
    '/': () => searchBox.current?.focus(),
    ...Object.fromEntries(purposes.slice(0, 9).map((_, i) => [String(i + 1), () => ruleSelected(i)])),
  });

  return (
    <ListAndDocket
      docket={
        selected ? (
          <ItemDocket
            key={selected.id}
            siteId={site.id}
            itemId={selected.id}
            purposes={purposes}
            busy={rule.isPending}
            onRule={(ruling) => rule.mutate({ item: selected, ...ruling })}
          />
        ) : (
          <p className="text-ink2">
            Select an item with <Key>j</Key> <Key>k</Key> or a click to see everything known about it.
          </p>
        )
      }
    >
      <Finding
        title={
          all.length === 0
            ? 'Nothing to rule yet'
            : open > 0
              ? `${open} of ${all.length} items are open`
              : `All ${all.length} items are ruled`
        }
      >
        {open > 0 &&
          'An open item has no purpose, so no visitor can say yes to it. Rule each one; what its host also does is ruled with it.'}
        {all.length > 0 && open === 0 && draft && draft.differences.length > 0 && (
          <>
            The lists in the banner differ from the published ones. <Link to="../banner">Publish the next version</Link>
            .
          </>
        )}
      </Finding>
      <Trouble error={error ?? rule.error ?? undo.error} />
      {all.length > 0 && <FilterBar siteId={site.id} filter={filter} onChange={setFilter} searchBox={searchBox} />}
      {all.length > 0 ? (
        <ItemTable
          rows={rows}
          selected={selected?.id}
          sort={filter.sort}
          nameOf={nameOf}
          onSelect={select}
          onSort={(sort) => setFilter({ ...filter, sort })}
        />
      ) : (
        data && (
          <Empty>
            What a scan finds stands here, third parties first. <Link to="../scan">Scan the site</Link>.
          </Empty>
        )
      )}
      {all.length > 0 && rows.length === 0 && <Empty>No item fits.</Empty>}
      <div
        className="sticky bottom-0 mt-3 flex min-h-9 items-center gap-4 border-t border-line bg-paper py-1.5"
        role="status"
      >
        {last ? (
          <>
            <span>{last.words}</span>
            {last.act && (
              <Button kind="quiet" onClick={() => undo.mutate(last.act)}>
                Undo <Key>u</Key>
              </Button>
            )}
          </>
        ) : (
          <span className="flex flex-wrap gap-3 text-ink2">
            {purposes.slice(0, 9).map((purpose, i) => (
              <span key={purpose.id}>
                <Key>{i + 1}</Key> {purpose.name}
              </span>
            ))}
          </span>
        )}
      </div>
    </ListAndDocket>
  );
}
