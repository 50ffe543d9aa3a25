import type { RuledItem } from '@douane/api';
import { LIKENESSES, similarTo } from '@douane/core/classify/words';
import { KIND_WORDS } from '@douane/core/observe';
import type { Purpose } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import * as queries from '../../api/queries';
import { Digest } from '../../ui/digest';
import { neighbour, useKeys } from '../../ui/keys';
import { Empty, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { ClassifyLinks } from './classify-links';
import { FilterBar } from './filter-bar';
import { arrange, isOpen, type Narrowing, NO_FILTER, prepareSearch, ruledAlone, whyOpen } from './inventory';
import { ItemDocket } from './item-docket';
import { ItemTable } from './item-table';
import { RulingBar } from './ruling-bar';
import { type AskedRuling, useRulings } from './use-rulings';

const NOTHING: RuledItem[] = [];
const NO_PURPOSES: Purpose[] = [];
const NONE: ReadonlySet<string> = new Set();

/** The desk: what waits for a ruling, the weightiest first; number keys rule and move on. */
export function ClassifyView() {
  const site = useSite();
  const navigate = useNavigate();
  const { itemId } = useParams();
  const { data, error } = useQuery(queries.items(site.id));
  const { data: draft } = useQuery(queries.draft(site.id));
  const [filter, setFilter] = useState(NO_FILTER);
  const [marked, setMarked] = useState<ReadonlySet<string>>(NONE);
  // What the docket shows is newer than the list.
  const { data: detail } = useQuery(queries.item(site.id, itemId));
  const searchBox = useRef<HTMLInputElement>(null);
  const filled = useRef<((purpose: string) => AskedRuling | null) | null>(null);
  const rulings = useRulings(site.id);
  const all = data?.items ?? NOTHING;
  const purposes = draft?.setup.purposes ?? NO_PURPOSES;
  useEffect(() => prepareSearch(all), [all]);
  const open = useMemo(() => all.filter(isOpen), [all]);
  const secondLook = all.filter((item) => item.findings.length > 0).length;
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
  const toggle = useCallback((items: readonly RuledItem[], on?: boolean) => {
    setMarked((before) => {
      const after = new Set(before);
      for (const { id } of items) {
        if (on ?? !after.has(id)) after.add(id);
        else after.delete(id);
      }
      return after;
    });
  }, []);
  const toggleOne = useCallback((item: RuledItem) => toggle([item]), [toggle]);
  /** Moves the selection and marks what it goes over. */
  const stretch = (step: 1 | -1) => {
    const next = neighbour(inOrder(), selected, step);
    toggle(
      [selected, next].filter((one) => one !== undefined),
      true,
    );
    select(next);
  };
  const markedItems = all.filter((item) => marked.has(item.id));
  const similar = useMemo(() => (selected ? similarTo(selected, open) : []), [selected, open]);
  const markSimilar = (items: readonly RuledItem[] | undefined) => {
    if (selected && items) toggle([selected, ...items], true);
  };

  const decide = (items: RuledItem[], decision: AskedRuling) => {
    const shown = inOrder();
    const ruled = new Set(items.map((item) => item.id));
    const at = shown.findIndex((item) => item.id === (selected?.id ?? items[0]?.id));
    const waits = (item: RuledItem) => isOpen(item) && !ruled.has(item.id);
    // The next open one after this, else the first before it, so that the hand stays on the keys.
    const next = shown.slice(at + 1).find(waits) ?? shown.find(waits);
    rulings.rule(items, decision, () => {
      setMarked(NONE);
      if (decision.state !== 'open') select(next);
    });
  };
  /** A number key rules what is marked; else the selected item, with what its form says. */
  const ruleFor = (purpose: string) => {
    if (markedItems.length > 0) return decide(markedItems, { purpose });
    if (!selected) return;
    const decision = filled.current ? filled.current(purpose) : { purpose };
    if (decision) decide([selected], decision);
  };
  const last = rulings.done;
  const more = useMemo(() => {
    if (!last || !('purpose' in last.ruling)) return null;
    const ruled = new Set(last.items.map((item) => item.id));
    const [closest] = similarTo(
      last.items[0]!,
      open.filter((item) => !ruled.has(item.id)),
    );
    if (!closest) return null;
    const [way, items] = closest;
    return { items, words: `${items.length} more ${LIKENESSES[way]}` };
  }, [last, open]);
  const ruleMore = () => more && last && decide(more.items, last.ruling);
  const narrow = (one: Narrowing) =>
    setFilter({
      ...filter,
      only: filter.only.includes(one) ? filter.only.filter((other) => other !== one) : [...filter.only, one],
    });

  useKeys({
    j: () => move(1),
    ArrowDown: () => move(1),
    k: () => move(-1),
    ArrowUp: () => move(-1),
    J: () => stretch(1),
    K: () => stretch(-1),
    x: () => selected && toggle([selected]),
    s: () => markSimilar(similar[0]?.[1]),
    a: () => toggle(inOrder().filter(isOpen), markedItems.length === 0),
    Escape: () => setMarked(NONE),
    o: () => narrow('open'),
    u: () => last && rulings.undo(last.act),
    m: ruleMore,
    y: () => {
      const suggestion = detail?.item.id === selected?.id ? detail?.item.suggestion : selected?.suggestion;
      if (selected && suggestion) decide([selected], { purpose: suggestion.purpose, service: suggestion.service });
    },
    Y: () => {
      const said = selected?.suggestion;
      if (!said) return;
      const alike = ({ suggestion: its }: RuledItem) => its?.purpose === said.purpose && its.service === said.service;
      decide(open.filter(alike), { purpose: said.purpose, service: said.service });
    },
    '/': () => searchBox.current?.focus(),
    ...Object.fromEntries(purposes.slice(0, 9).map((purpose, i) => [String(i + 1), () => ruleFor(purpose.id)])),
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
            similar={similar}
            onMark={markSimilar}
            busy={rulings.busy}
            onRule={(decision) => decide([selected], decision)}
            onUndo={rulings.undo}
            filled={filled}
          />
        ) : (
          <>
            <Digest title="Why open" of={open.map(whyOpen)} />
            <Digest title="Open, by host" of={all.filter(isOpen).map(({ host }) => host)} />
            <Digest
              title="Ruled, by purpose"
              of={all.flatMap(({ ruling }) =>
                ruling ? (purposes.find(({ id }) => id === ruling.purpose)?.name ?? []) : [],
              )}
            />
            <Digest title="By kind" of={all.map(({ kind }) => KIND_WORDS[kind])} />
          </>
        )
      }
    >
      <ClassifyLinks />
      <Finding
        title={
          all.length === 0
            ? 'Nothing to rule yet'
            : open.length > 0
              ? `${open.length} of ${plural(all.length, 'item')} ${open.length === 1 ? 'is' : 'are'} open`
              : `All ${plural(all.length, 'item')} ${all.length === 1 ? 'is' : 'are'} ruled`
        }
      >
        {ruledAlone(all)}{' '}
        {open.length > 0 &&
          'An open item has no purpose, so no visitor can say yes to it. The weightiest stand first. '}
        {secondLook > 0 && (
          <button type="button" className="text-stamp hover:underline" onClick={() => narrow('findings')}>
            {secondLook} {secondLook === 1 ? 'ruling wants' : 'rulings want'} a second look.
          </button>
        )}{' '}
        {all.length > 0 && open.length === 0 && draft && draft.differences.length > 0 && (
          <>
            The lists in the banner differ from the published ones. <Link to="../banner">Publish the next version</Link>
            .
          </>
        )}
      </Finding>
      <Trouble error={error ?? rulings.error} />
      {all.length > 0 && <FilterBar siteId={site.id} filter={filter} onChange={setFilter} searchBox={searchBox} />}
      {all.length > 0 ? (
        <ItemTable
          rows={rows}
          selected={selected?.id}
          marked={marked}
          sort={filter.sort}
          nameOf={nameOf}
          onSelect={select}
          onMark={toggleOne}
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
      {all.length > 0 && (
        <RulingBar
          rulings={rulings}
          purposes={purposes}
          nameOf={nameOf}
          marked={markedItems.length}
          more={more}
          onMore={ruleMore}
        />
      )}
    </ListAndDocket>
  );
}
