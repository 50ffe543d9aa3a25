import type { RuledItem } from '@douane/api';
import { KIND_WORDS, lifetimeWords } from '@douane/core/observe';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { memo, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { Mark } from '../../ui/mark';
import { OPEN_GROUP, type Row, type Sorting } from './inventory';

interface Props {
  rows: Row[];
  selected: string | undefined;
  /** To be ruled together. */
  marked: ReadonlySet<string>;
  sort: Sorting;
  nameOf(purpose: string): string;
  onSelect(item: RuledItem): void;
  onMark(item: RuledItem): void;
  onSort(sort: Sorting): void;
}

const ROW_HEIGHT = 27;
const rowHeight = () => ROW_HEIGHT;

const COLUMNS = [
  ['name', 'Name', 'w-[22%]'],
  ['kind', 'Kind', 'w-[12%]'],
  ['host', 'Host', 'w-[20%]'],
  ['lives', 'Lives', 'w-[7.5%]'],
  ['pages', 'Pages', 'w-[7%] text-right!'],
  ['purpose', 'Purpose', ''],
] as const;

/** The dense list. Only the rows in sight are in the page, so that ten thousand scroll like ten. */
export function ItemTable({ rows, selected, marked, sort, nameOf, onSelect, onMark, onSort }: Props) {
  const body = useRef<HTMLTableSectionElement>(null);
  const [offset, setOffset] = useState(0);
  // What stands above the list grows and shrinks with its text.
  useLayoutEffect(() => {
    const top = (body.current?.getBoundingClientRect().top ?? 0) + scrollY;
    if (Math.abs(top - offset) > 1) setOffset(top);
  });
  const virtual = useWindowVirtualizer({
    count: rows.length,
    // Every row is as high, so rows are kept by their place: sorting then changes their text and builds nothing anew.
    estimateSize: rowHeight,
    overscan: 8,
    scrollMargin: offset,
    scrollPaddingStart: 130,
    scrollPaddingEnd: 60,
  });
  const at = selected === undefined ? -1 : rows.findIndex((row) => row.type === 'item' && row.item.id === selected);
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [at, virtual.scrollToIndex]);

  const shown = virtual.getVirtualItems();
  const above = (shown[0]?.start ?? offset) - offset;
  const below = virtual.getTotalSize() - ((shown.at(-1)?.end ?? offset) - offset);
  return (
    <table className="w-full table-fixed bg-sheet" aria-rowcount={rows.length + 1}>
      <thead>
        <tr className="border-y border-ink">
          <th className="w-8 p-0">
            <span className="sr-only">Marked</span>
          </th>
          {COLUMNS.map(([id, title, width]) => (
            <th
              key={id}
              className={clsx('p-0', width)}
              aria-sort={sort === id ? 'ascending' : sort === `-${id}` ? 'descending' : undefined}
            >
              <button
                type="button"
                className={clsx(
                  'w-full px-2 py-1.5 font-[inherit] tracking-[inherit] uppercase hover:text-ink',
                  id === 'pages' ? 'text-right' : 'text-left',
                )}
                onClick={() => onSort(sort === id ? `-${id}` : sort === `-${id}` ? 'consequence' : id)}
              >
                {title}
                {sort === id && ' ↑'}
                {sort === `-${id}` && ' ↓'}
              </button>
            </th>
          ))}
        </tr>
      </thead>
      <tbody ref={body}>
        {above > 0 && <Space height={above} />}
        {shown.map(({ index, key }) => {
          const row = rows[index]!;
          return row.type === 'group' ? (
            <GroupRow key={key} row={row} index={index} />
          ) : (
            <ItemRow
              key={key}
              item={row.item}
              index={index}
              selected={row.item.id === selected}
              marked={marked.has(row.item.id)}
              nameOf={nameOf}
              onSelect={onSelect}
              onMark={onMark}
            />
          );
        })}
        {below > 0 && <Space height={below} />}
      </tbody>
    </table>
  );
}

/** Stands for the rows out of sight. */
function Space({ height }: { height: number }) {
  return (
    <tr style={{ height }}>
      <td colSpan={COLUMNS.length + 1} className="p-0" />
    </tr>
  );
}

function GroupRow({ row, index }: { row: Extract<Row, { type: 'group' }>; index: number }) {
  return (
    <tr aria-rowindex={index + 2} className="border-b border-line bg-well" style={{ height: ROW_HEIGHT }}>
      <th
        scope="rowgroup"
        colSpan={COLUMNS.length + 1}
        className="truncate px-2 text-[13px] font-semibold! normal-case tracking-normal text-ink! [font-stretch:100%]"
      >
        <bdi>{row.title}</bdi> <span className="font-normal text-ink2">{row.count}</span>
        {row.open > 0 && row.title !== OPEN_GROUP && (
          <span className="ml-2 font-normal text-held">{row.open} open</span>
        )}
      </th>
    </tr>
  );
}

interface ItemRowProps {
  item: RuledItem;
  index: number;
  selected: boolean;
  marked: boolean;
  nameOf(purpose: string): string;
  onSelect(item: RuledItem): void;
  onMark(item: RuledItem): void;
}

const ItemRow = memo(function ItemRow({ item, index, selected, marked, nameOf, onSelect, onMark }: ItemRowProps) {
  return (
    <tr
      aria-selected={selected}
      aria-rowindex={index + 2}
      // Marking is no selecting.
      onClick={(event) => (event.target as Element).closest('label') || onSelect(item)}
      style={{ height: ROW_HEIGHT }}
      className={clsx(
        'cursor-pointer border-b border-line',
        selected ? 'bg-wash shadow-[inset_3px_0_0_var(--stamp)]' : marked ? 'bg-wash' : 'hover:bg-well',
      )}
    >
      <td className="p-0 text-center">
        <label className="flex size-full min-h-6 min-w-6 items-center justify-center">
          <input
            type="checkbox"
            aria-label={`Mark ${item.name}`}
            tabIndex={selected ? 0 : -1}
            checked={marked}
            onChange={() => onMark(item)}
          />
        </label>
      </td>
      <td className="mono truncate px-2" title={item.name}>
        <button type="button" className="max-w-full truncate text-left" tabIndex={selected ? 0 : -1}>
          {item.name}
        </button>
      </td>
      <td className="truncate px-2">{KIND_WORDS[item.kind]}</td>
      <td
        className={clsx('mono truncate px-2', item.party === 'third' && 'font-medium')}
        title={`${item.host}, ${item.party} party`}
      >
        {item.host}
      </td>
      <td className="truncate px-2">{lifetimeWords(item.lifetimeSeconds)}</td>
      <td className="px-2 text-right">{item.pages.length}</td>
      <td className="truncate px-2">
        <Standing item={item} nameOf={nameOf} />
      </td>
    </tr>
  );
});

/** What stands of an item: its ruling, that it is ignored, or that it is open and what is suggested. */
function Standing({ item: { ruling, aside, suggestion, findings }, nameOf }: Pick<ItemRowProps, 'item' | 'nameOf'>) {
  if (ruling) {
    return (
      <>
        <Mark name={findings.length > 0 ? 'held' : 'in-order'} /> {nameOf(ruling.purpose)}{' '}
        {findings.length > 0 && <b className="text-held">· second look </b>}
        <span className="text-ink2">· {ruling.service}</span>
      </>
    );
  }
  if (aside?.state === 'ignored') {
    return (
      <span className="text-ink2">
        <Mark name="nothing" /> ignored
      </span>
    );
  }
  return (
    <>
      <b className="text-held">
        <Mark name="waits" /> open
      </b>
      {suggestion && (
        <span className="text-ink2">
          {' '}
          · {nameOf(suggestion.purpose)}? {Math.round(suggestion.confidence * 100)}&nbsp;%
        </span>
      )}
    </>
  );
}
